import { chromium } from 'playwright';
const [,, out, theme, w, h, ...paths] = process.argv;
const b = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] });
const c = await b.newContext({ viewport: { width: +w, height: +h } });
if (theme !== 'light') await c.addInitScript((t) => localStorage.setItem('theme', t), theme);
const p = await c.newPage();
let i = 0;
for (const path of paths) {
  const [url, ...clicks] = path.split('|');
  await p.goto('http://127.0.0.1:5190' + url);
  await p.waitForTimeout(1800);
  for (const click of clicks) { await p.getByText(click, { exact: false }).first().click(); await p.waitForTimeout(700); }
  await p.screenshot({ path: `${out}-${i++}.png` });
}
await b.close();
