import { produce } from 'immer';
import { DEMOS } from '../src/core/demo';
import { assess } from '../src/core/assess';
const one = DEMOS.quillback!();
let job = one.job; const box = job.boxes.findIndex((b) => b.name === 'N-02'); const v:number[]=[];
for (let i = 0; i < 400; i++) { job = produce(job, (d) => { (d.boxes[box]!.place as any).at = 10 + (i % 7); }); const s=performance.now(); assess(job, one.readings); v.push(performance.now()-s);}
console.log(v.slice(50,110).sort((a,b)=>a-b)[30]!.toFixed(2));
