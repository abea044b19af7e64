import { openBrowser, House, freshDatabase } from '/work/main/e2e/house.js';
const house = new House(await freshDatabase());
await house.start();
const browser = await openBrowser();
const page = await browser.newPage();
await page.setViewport({ width: 1280, height: 800 });
page.setDefaultTimeout(10000);
page.on('pageerror', (e) => console.log('ERR', e));
const path = process.argv[2]!;
const out = process.argv[3]!;
const steps = process.argv.slice(4);
await page.goto(`${house.address}${path}`);
await new Promise((r) => setTimeout(r, 3500));
for (const s of steps) {
  const [k, ...v] = s.split('=');
  const val = v.join('=');
  try {
    if (k === 'click') await page.click(val);
    else if (k === 'rclick') await page.click(val, { button: 'right' });
    else if (k === 'press') await page.keyboard.press(val as any);
    else if (k === 'type') await page.keyboard.type(val);
    else if (k === 'hover') await page.hover(val);
    else if (k === 'wait') await new Promise((r) => setTimeout(r, Number(val)));
    else if (k === 'eval') console.log(await page.evaluate(val));
    else if (k === 'drag') {
      const [a, b] = val.split('>>');
      const p = a!.split(',').map(Number),
        q = b!.split(',').map(Number);
      await page.mouse.move(p[0]!, p[1]!);
      await page.mouse.down();
      await page.mouse.move(q[0]!, q[1]!, { steps: 8 });
    } else if (k === 'dbl') await page.click(val, { count: 2 });
    else if (k === 'ctrl') {
      await page.keyboard.down('Control');
      await page.keyboard.press(val as any);
      await page.keyboard.up('Control');
    }
  } catch (e) {
    console.log('FAILED', s, String(e).slice(0, 200));
  }
  await new Promise((r) => setTimeout(r, 250));
}
await new Promise((r) => setTimeout(r, 600));
await page.screenshot({ path: out as `${string}.png` });
await browser.close();
await house.kill();
process.exit(0);
