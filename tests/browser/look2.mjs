import { chromium } from 'playwright';
const b = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] });
const c = await b.newContext({ viewport: { width: 1280, height: 800 } });
const p = await c.newPage();
await p.goto('http://127.0.0.1:5190/');
await p.waitForTimeout(1500);
await p.keyboard.press('/');
await p.keyboard.type('37 inlay gold box distal');
await p.keyboard.press('Enter');
await p.waitForTimeout(2500);
console.log(p.url());
await p.keyboard.press('ArrowRight');
await p.waitForTimeout(600);
await p.screenshot({ path: '/tmp/n-0.png' });
// box floor: read 3.5 with the probe
const chips = p.locator('section[aria-label=Reading] button');
console.log(await chips.allTextContents());
await chips.nth(0).click(); await p.waitForTimeout(900); await chips.nth(8).click(); await p.waitForTimeout(900); await chips.nth(1).click();
await p.waitForTimeout(1500);
await p.screenshot({ path: '/tmp/n-1.png' });
// groove of the LD crown: 26 read deeper, then shallower
const day = await (await fetch('http://127.0.0.1:5190/api/day')).json();
const unit = day.cases.find((x) => x.number === '0002').units[0].id;
const theCase = day.cases.find((x) => x.number === '0002').id;
await p.goto('http://127.0.0.1:5190/unit/' + unit);
await p.waitForTimeout(1500);
for (let i = 0; i < 7; i++) { await p.keyboard.press('ArrowRight'); await p.waitForTimeout(150); }
await p.locator('section[aria-label=Reading] select').nth(1).selectOption('caliper');
await p.waitForTimeout(300);
const own = p.locator('section[aria-label=Reading] button');
console.log(await own.allTextContents());
await own.nth(0).click();
await p.waitForTimeout(1500);
await p.screenshot({ path: '/tmp/n-2.png' });
await b.close();
