import { chromium } from '@playwright/test';
const [out, ...cmds] = process.argv.slice(2);
const [w, h] = (process.env.SIZE ?? '1280x800').split('x').map(Number);
const base = process.env.BASE ?? 'http://127.0.0.1:4311';
const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu'],
});
const context = await browser.newContext({
  viewport: { width: w!, height: h! },
  serviceWorkers: 'block',
  colorScheme: process.env.DARK ? 'dark' : 'light',
  hasTouch: w! < 500,
  acceptDownloads: true,
});
const page = await context.newPage();
page.on('console', (m) => {
  if (m.type() === 'error') console.log('CONSOLE', m.text());
});
page.on('pageerror', (e) => console.log('PAGEERROR', e.message));
page.on('response', (r) => {
  if (r.status() >= 400) console.log('HTTP', r.status(), r.url());
});
page.setDefaultTimeout(15000);
for (const cmd of cmds) {
  const [verb, ...rest] = cmd.split(' ');
  const arg = rest.join(' ');
  try {
    if (verb === 'go') await page.goto(base + arg, { waitUntil: 'load' });
    else if (verb === 'click') await page.locator(arg).first().click();
    else if (verb === 'text') await page.getByText(arg, { exact: false }).first().click();
    else if (verb === 'button') await page.getByRole('button', { name: arg, exact: true }).first().click();
    else if (verb === 'key') await page.keyboard.press(arg);
    else if (verb === 'type') await page.keyboard.type(arg);
    else if (verb === 'wait') await page.waitForTimeout(Number(arg));
    else if (verb === 'file') {
      const [sel, path] = arg.split(' => ');
      await page.locator(sel!).setInputFiles(path!);
    } else if (verb === 'select') {
      const [sel, v] = arg.split(' => ');
      await page.locator(sel!).first().selectOption(v!);
    } else if (verb === 'print') console.log((await page.locator(arg).allInnerTexts()).join('\n---\n'));
    else if (verb === 'eval') console.log(JSON.stringify(await page.evaluate(arg)));
    else if (verb === 'shot') await page.screenshot({ path: `${out}-${arg}.png` });
    else console.log('?', cmd);
  } catch (e) {
    console.log('FAILED', cmd, (e as Error).message.slice(0, 300));
    await page.screenshot({ path: `${out}-fail.png` });
    break;
  }
}
await browser.close();
