import { chromium } from '@playwright/test'
const [,, path, file, w='1280', h='800', act=''] = process.argv
const b = await chromium.launch({ executablePath:'/usr/bin/chromium', args:['--no-sandbox','--disable-gpu','--disable-quic','--no-first-run','--disable-background-networking','--disable-component-update','--disable-sync']})
const p = await b.newPage({ viewport:{width:+w,height:+h}, locale:'en-GB' })
p.on('console',m=>{ if(['error','warning'].includes(m.type())) console.log(m.type(),m.text())}); p.on('pageerror',e=>console.log('ERR',e.message))
await p.goto('http://127.0.0.1:4899'+path); await p.waitForTimeout(1500)
if (act) { await (new Function('p','return (async()=>{'+act+'})()'))(p); await p.waitForTimeout(700) }
await p.screenshot({ path:file }); await b.close()
