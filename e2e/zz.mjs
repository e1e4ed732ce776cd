import { chromium } from '@playwright/test';
import { spawn } from 'node:child_process';
import fs from 'node:fs';
const port = 7555;
const srv = spawn('node', ['server/dist/main.js', '--root', 'web/dist', '--port', String(port)], { cwd: '/work/main' });
await new Promise((r) => setTimeout(r, 1200));
const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-background-networking', '--use-angle=swiftshader', '--enable-unsafe-swiftshader'],
});
const [set = 'main', dark = '', w = '1280', h = '800'] = process.argv.slice(2);
const ctx = await browser.newContext({
  viewport: { width: +w, height: +h },
  colorScheme: dark === 'dark' ? 'dark' : 'light',
});
const page = await ctx.newPage();
page.on('pageerror', (e) => console.log('ERR', e.message));
page.on('console', (m) => m.type() === 'error' && console.log('CON', m.text().slice(0, 300)));
const base = `http://localhost:${port}`;
await page.goto(base);
await page.getByRole('link', { name: 'Open Plover' }).waitFor();
const views = JSON.parse(fs.readFileSync('/tmp/zz/views.json', 'utf8'))[set];
const shots = [];
for (const [name, url, ...steps] of views) {
  await page.goto(base + url);
  await page.waitForTimeout(3500);
  for (const s of steps) {
    try {
      await page.evaluate(() => 0);
      await eval(`(async()=>{${s}})()`);
      await page.waitForTimeout(600);
    } catch (e) {
      console.log('STEP', name, e.message.slice(0, 200));
    }
  }
  await page.screenshot({ path: `/tmp/shots/${name}.png` });
  shots.push(name);
}
const sheet = await browser.newPage({ viewport: { width: 1600, height: 100 } });
const per = +w < 600 ? 8 : 4,
  cols = +w < 600 ? 4 : 2;
for (let i = 0; i < shots.length; i += per) {
  const part = shots.slice(i, i + per);
  await sheet.setContent(
    `<body style="margin:0;display:grid;grid-template-columns:repeat(${cols},1fr);gap:6px;background:#888">${part.map((n) => `<div><img style="width:100%;display:block" src="data:image/png;base64,${fs.readFileSync(`/tmp/shots/${n}.png`).toString('base64')}"></div>`).join('')}</body>`,
  );
  await sheet.waitForTimeout(300);
  await sheet.screenshot({ path: `/tmp/shots/sheet-${set}${dark}-${i / per}.png`, fullPage: true });
}
await browser.close();
srv.kill();
