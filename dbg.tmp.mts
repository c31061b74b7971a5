import { chromium } from '@playwright/test'
const b = await chromium.launch({ executablePath:'/usr/bin/chromium', args:['--no-sandbox','--disable-gpu']})
const p = await b.newPage()
p.on('console',m=>console.log(m.type(),m.text())); p.on('pageerror',e=>console.log('ERR',e.message)); p.on('requestfailed',r=>console.log('FAIL',r.url(),r.failure()?.errorText)); p.on('worker',w=>console.log('worker',w.url())); p.on('response',r=>{if(/worker/.test(r.url()))console.log(r.url(),r.status(),JSON.stringify(r.headers()))})
await p.goto('http://127.0.0.1:4899/strength'); await p.waitForTimeout(2500); await b.close()
