import { chromium } from 'playwright-core';import fs from 'fs';
const b=await chromium.launch({executablePath:'/usr/bin/chromium',args:['--no-sandbox']});const p=await b.newPage({viewport:{width:1280,height:800}});
const files=process.argv.slice(3);
await p.setContent('<body style="margin:0;display:flex;flex-wrap:wrap">'+files.map(f=>`<div style="width:420px;height:260px;overflow:hidden;position:relative"><img style="position:absolute;left:-240px;top:-90px" src="data:image/png;base64,${fs.readFileSync(f).toString('base64')}"></div>`).join('')+'</body>');
await p.waitForTimeout(300);await p.screenshot({path:process.argv[2]});await b.close();
