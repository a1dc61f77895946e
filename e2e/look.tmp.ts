import { chromium } from '@playwright/test';
const [, , out, ...steps] = process.argv;
const b = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] });
const size = (process.env['SIZE'] ?? '1280x800').split('x').map(Number);
const p = await b.newPage({
  viewport: { width: size[0]!, height: size[1]! },
  colorScheme: process.env['DARK'] ? 'dark' : 'light',
});
p.on('pageerror', (e) => console.log('PAGEERROR', e.message));
p.on('console', (m) => m.type() === 'error' && console.log('CONSOLE', m.text()));
let n = 0;
for (const s of steps) {
  const [verb, ...rest] = s.split(' ');
  const arg = rest.join(' ');
  if (verb === 'go') {
    await p.goto('http://127.0.0.1:4311' + arg);
    await p.waitForTimeout(2500);
  } else if (verb === 'click') {
    await p.locator(arg).first().click();
    await p.waitForTimeout(700);
  } else if (verb === 'text') {
    await p.getByText(arg, { exact: true }).first().click();
    await p.waitForTimeout(700);
  } else if (verb === 'key') {
    await p.keyboard.press(arg);
    await p.waitForTimeout(700);
  } else if (verb === 'type') {
    await p.keyboard.type(arg);
    await p.waitForTimeout(500);
  } else if (verb === 'wait') await p.waitForTimeout(Number(arg));
  else if (verb === 'eval') console.log(JSON.stringify(await p.evaluate(arg)));
  else if (verb === 'shot') {
    await p.screenshot({ path: `${out}-${arg || n++}.png` });
  }
}
await b.close();
