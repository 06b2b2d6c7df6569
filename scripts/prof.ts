import { Browser, serve, DESK } from '../tests/app/browser';
import { createRequire } from 'node:module';
import { readFileSync } from 'node:fs';
const axe = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');
const s = await serve(); 
let t=Date.now();
const tell=(w:string)=>{console.log(w.padEnd(50),((Date.now()-t)/1000).toFixed(2),'s wall');t=Date.now()};
const b = await Browser.open(s.url, DESK,{offline:false}); 
await b.go('/'); await b.says('Marrow Street'); 
for (const st of ['walk','circuit','protect','prove']) { await b.go('/job/quillback/'+st+'?box=w-01'); await b.find('.frame'); await b.settled(); await new Promise(r=>setTimeout(r,2000)); t=Date.now();
 await b.run(axe); tell('inject');
 for (const [w,o] of [['whole',{resultTypes:['violations']}],['no contrast',{resultTypes:['violations'],rules:{'color-contrast':{enabled:false}}}],['only contrast',{runOnly:['color-contrast']}]] as const) { const n= await b.driver.executeAsyncScript<number>('const d=arguments[1]; axe.run(document, arguments[0]).then(r=>d(document.querySelectorAll("*").length))', o); tell(st+' '+w+' '+n); }
}
await b.close(); await s.stop();
