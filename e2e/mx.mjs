import { chromium } from 'playwright-core';
const b=await chromium.launch({executablePath:'/usr/bin/chromium',args:['--no-sandbox']});
const p=await b.newPage({viewport:{width:1280,height:800}});
const id=process.argv[2];
await p.addInitScript(()=>{window.__long=[];new PerformanceObserver(l=>{for(const e of l.getEntries())window.__long.push([Math.round(e.startTime),Math.round(e.duration)]);}).observe({type:'longtask',buffered:true});});
let t=Date.now();await p.goto(`http://127.0.0.1:4620/coats/${id}/matrix`);
await p.getByRole('status').filter({hasText:/parts/}).first().waitFor();
console.log('shown',Date.now()-t);
for(;;){const s=await p.getByRole('status').allTextContents();if(s.some(x=>/\d+ parts/.test(x))&&!s.some(x=>/to go|^0 parts/.test(x)))break;if(Date.now()-t>60000){console.log(s);break;}await p.waitForTimeout(100);}
console.log('complete',Date.now()-t, await p.getByRole('status').allTextContents());
console.log('long tasks while filling',JSON.stringify(await p.evaluate(()=>window.__long)));
await p.evaluate(()=>{window.__long.length=0;});
const grid=p.locator('coat-matrix .scroll, coat-matrix [role=grid], coat-matrix .grid').first();
const fps=await p.evaluate(async()=>{const el=[...document.querySelectorAll('coat-matrix *')].find(e=>e.scrollWidth>e.clientWidth+500||e.scrollHeight>e.clientHeight+500);if(!el)return 'none';const d=[];let last=performance.now();for(let i=0;i<120;i++){el.scrollLeft+=150;el.scrollTop+=15;await new Promise(requestAnimationFrame);const n=performance.now();d.push(n-last);last=n;}d.sort((a,b)=>a-b);return {median:d[60],p95:d[114],most:d[119]};});
console.log('scroll frame ms',JSON.stringify(fps));
t=Date.now();await p.getByLabel('Filter parts').fill('part 9');await p.waitForTimeout(50);console.log('filter',Date.now()-t);
console.log('long',JSON.stringify(await p.evaluate(()=>window.__long)));
await p.screenshot({path:'/tmp/mx.png'});await b.close();
