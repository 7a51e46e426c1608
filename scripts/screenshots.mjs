import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { demoRunPath, withAppAndBrowser } from './app-in-browser.mjs';
import { root } from './install.mjs';

// npm run screenshots: one picture of each main view, from the demo, in docs/screenshots.
const folder = join(root, 'docs/screenshots');
mkdirSync(folder, { recursive: true });

await withAppAndBrowser(async ({ address, browser }) => {
  const run = await demoRunPath(address);
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, colorScheme: 'light' });
  const page = await context.newPage();
  const shoot = async (name, path, ready, before) => {
    await page.goto(address + path);
    await page.getByText(ready).first().waitFor();
    if (before) await before();
    await page.evaluate(() => document.fonts.ready);
    await page.waitForTimeout(600);
    await page.screenshot({ path: join(folder, `${name}.png`) });
    console.log(`${name}.png`);
  };
  await shoot('runs', '/demo/runs', 'Spring fair stock');
  await shoot('run', run, 'At the saw in all');
  await shoot('why-this-blade', run, 'At the saw in all', async () => {
    await page
      .getByRole('button', { name: /^No\. / })
      .first()
      .click();
    await page.getByRole('dialog').waitFor();
  });
  await shoot('why-this-high', run, 'At the saw in all', async () => {
    await page
      .getByRole('button', { name: /^Why 4 layers/ })
      .first()
      .click();
    await page.locator('.recharts-line').waitFor();
  });
  await shoot('stack', run, 'At the saw in all', async () => {
    await page.getByRole('button', { name: 'Open the stack Tray / Backer' }).click();
    await page.getByRole('dialog').waitFor();
  });
  await shoot('minutes-and-blades', run, 'At the saw in all', () => page.locator('#minutes').scrollIntoViewIfNeeded());
  await shoot('cut-sheet', `${run}/sheet`, 'Stacks, in the order of sawing');
  await shoot('bench', `${run}/bench`, 'Make the blanks ready', async () => {
    // A stack with openings, so that its picture shows their order.
    await page.getByRole('button', { name: /^Then/ }).click();
    await page
      .getByRole('button', { name: /layers?: Tray/ })
      .first()
      .click();
    const step = page.getByRole('status', { name: 'This step' });
    for (let n = 0; n < 20 && (await step.textContent()) !== 'Saw'; n++) {
      await page.keyboard.press('Space');
      await page.waitForTimeout(500);
    }
    await page.waitForTimeout(1500);
  });
  await shoot('templates', '/demo/templates', 'Honeycomb trivet');
  await shoot('template', '/demo/templates', 'Rocking whale', async () => {
    await page.getByRole('link', { name: /Rocking whale/ }).click();
    await page.getByLabel('Name of the part').waitFor();
  });
  await shoot('layers', '/demo/templates', 'Lantern money box', async () => {
    await page.getByRole('link', { name: /Lantern money box/ }).click();
    await page.getByRole('group', { name: 'Lantern' }).scrollIntoViewIfNeeded();
    await page.mouse.wheel(0, 400);
  });
  await shoot('new-template', '/demo/templates', 'Templates', async () => {
    await page.locator('input[aria-label=Drawing]').setInputFiles(join(root, 'packages/server/demo/luggage-tags.svg'));
    await page.getByRole('tab', { name: 'What it asks' }).click();
    await page.getByText('Stands').waitFor();
  });
  await shoot('patterns', `${run}/patterns`, 'Patterns: Spring fair stock', () =>
    page.getByRole('img', { name: 'Sheet 1', exact: true }).waitFor(),
  );
  await shoot('rack', '/demo/rack', 'Birch plywood', () =>
    page.getByRole('region', { name: 'Black cherry' }).getByRole('button', { name: /×/ }).first().click(),
  );
  await shoot('wood', `${run}/wood`, 'Do this');
  await shoot('blade-chart', '/demo/blades/chart', 'Western redcedar', async () => {
    const basswood = page.getByRole('button', { name: /^Basswood/ });
    await basswood.focus();
    for (let n = 0; n < 4; n++) await basswood.press('ArrowRight');
  });
  await shoot('woods', '/demo/woods', 'Northern red oak');
  await shoot('shop', '/demo/shop', 'What the minutes rest on');
});
