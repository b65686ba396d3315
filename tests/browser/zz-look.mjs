import { chromium } from 'playwright';
// usage: node zz-look.mjs OUT WxH THEME PATH [keys...]
const [out, size, theme, path, ...keys] = process.argv.slice(2);
const [width, height] = size.split('x').map(Number);
const b = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu-rasterization'] });
const p = await b.newPage({ viewport: { width, height } });
p.on('console', m => { if (m.type() === 'error') console.log('CONSOLE', m.text()); });
await p.addInitScript(t => { if (t === 'dark') localStorage.setItem('theme', 'chair'); }, theme);
await p.goto('http://127.0.0.1:5190' + path);
await p.waitForLoadState('networkidle');
await p.waitForTimeout(1200);
for (const k of keys) { if (k.startsWith('click:')) await p.locator(k.slice(6)).first().click(); else if (k.startsWith('type:')) await p.keyboard.type(k.slice(5)); else await p.keyboard.press(k); await p.waitForTimeout(900); }
await p.screenshot({ path: out });
await b.close();
