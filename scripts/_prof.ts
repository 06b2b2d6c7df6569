import { produce } from 'immer';
import { DEMOS } from '../src/core/demo';
import { editionOf } from '../src/core/code/amended-edition';
import { assessCircuits } from '../src/core/circuits/assess-circuits';
import { assessLayout } from '../src/core/layout/assess-layout';
import { assessProtection } from '../src/core/protection/assess-protection';
import { assessFit } from '../src/core/rough/boxes-fit';
import { assessProve, proofs } from '../src/core/prove/assess-prove';
import { assess } from '../src/core/assess';
import { times } from '../bench/times';
const one = DEMOS.quillback!();
for (const [name, file] of [['one', one], ['ten', times(one.job, one.readings, 10)]] as const) {
let job = file.job; const acc: Record<string, number[]> = {};
const box = job.boxes.findIndex((b) => b.name.endsWith('N-02'));
const t = (k: string, f: () => unknown) => { const s = performance.now(); f(); (acc[k] ??= []).push(performance.now() - s); };
for (let i = 0; i < (name==='one'?60:15); i++) {
 job = produce(job, (d) => { (d.boxes[box]!.place as any).at = 10 + (i % 7); });
 const e = editionOf(job);
 t('circuits', () => assessCircuits(e, job)); t('layout', () => assessLayout(e, job)); t('protect', () => assessProtection(e, job, file.readings)); t('fit', () => assessFit(e, job));
 let p: any; t('proofs', () => { p = proofs(e, job, file.readings); }); t('prove', () => assessProve(job, p)); t('all again', () => assess(job, file.readings));
}
for (const [k, v] of Object.entries(acc)) console.log(name, k, v.sort((a, b) => a - b)[Math.floor(v.length / 2)]!.toFixed(2));
}
