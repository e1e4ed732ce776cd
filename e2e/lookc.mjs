import { chromium } from '@playwright/test';
const [,, name='Dunnock', view='tree', width='1280', out='/tmp/l.png', ...clicks] = process.argv;
const b = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox','--disable-background-networking'] });
const p = await b.newPage({ viewport: { width: +width, height: +width < 500 ? 844 : 800 } });
p.on('console', (m) => m.type() === 'error' && console.log('CONSOLE', m.text()));
p.on('pageerror', (e) => console.log('ERR', e.message));
await p.goto('http://localhost:7481/');
await p.waitForTimeout(1500);
if (name.includes('/')) { await p.locator('input[type=file]').first().setInputFiles(name); }
else await p.getByRole('link', { name: `Open ${name}` }).click();
await p.waitForTimeout(+width<500?4000:2500);
const u = new URL(p.url()); 
const base = u.pathname.replace(/\/[^/]+$/, '');
await p.goto(`${u.origin}${base}/cabinet?view=${view}`);
await p.waitForTimeout(2500);
for (const c of clicks) { const [role, n] = c.split('='); await p.getByRole(role, { name: new RegExp(n) }).first().click(); await p.waitForTimeout(1200); }
await p.screenshot({ path: out });
console.log(p.url());
await b.close();
