import { chromium } from '@playwright/test';
const [, , url, out, size = '1280x800', ...acts] = process.argv;
const [w, h] = size.split('x').map(Number);
const b = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--enable-unsafe-swiftshader'],
});
const p = await b.newPage({ viewport: { width: w, height: h } });
p.on('pageerror', (e) => console.log('ERR', e.message));
await p.goto(url);
await p.waitForTimeout(3500);
for (const a of acts) {
  const [k, ...r] = a.split('=');
  const v = r.join('=');
  if (k === 'click') await p.locator(v).first().click();
  else if (k === 'text') await p.getByText(v).first().click();
  else if (k === 'wait') await p.waitForTimeout(Number(v));
  else if (k === 'key') await p.keyboard.press(v);
  else if (k === 'scroll') await p.locator(v).first().scrollIntoViewIfNeeded();
  else if (k === 'fill') {
    const [sel, val] = v.split('::');
    await p.locator(sel).first().fill(val);
  } else if (k === 'eval') console.log(await p.evaluate(v));
  await p.waitForTimeout(400);
}
await p.screenshot({ path: out });
await b.close();
