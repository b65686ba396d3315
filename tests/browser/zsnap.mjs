// usage: node zsnap.mjs BASE WIDTHxHEIGHT THEME PATH OUT [JS]
import { chromium } from '@playwright/test';
const [base, size, theme, path, out, js] = process.argv.slice(2);
const [width, height] = size.split('x').map(Number);
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] });
const page = await (await browser.newContext({ viewport: { width, height } })).newPage();
page.on('pageerror', (e) => console.log('ERR', e.message));
page.on('console', (m) => m.type() === 'error' && console.log('CON', m.text()));
await page.addInitScript((t) => { try { localStorage.setItem('theme', t); } catch {} }, theme);
await page.goto(base + path);
await page.waitForLoadState('networkidle').catch(() => {});
if (js) await eval(`(async () => { ${js} })()`);
await page.waitForTimeout(700);
await page.screenshot({ path: out });
await browser.close();
