import flags from './chromium-flags.json' with { type: 'json' };
import { bringDrawing, expect, NAMED_HOST, svgFile, test } from './app';

// A name that the browser does not take for this machine: such a page is not a secure one, as on a tablet over plain HTTP.
test.use({
  launchOptions: {
    executablePath: process.env['RAPID_JIG_CHROMIUM'] ?? '/usr/bin/chromium',
    args: [...flags, `--host-resolver-rules=MAP ${NAMED_HOST} 127.0.0.1`],
  },
});

const PLATE = svgFile('plate.svg', '<svg width="120mm" viewBox="0 0 120 80"><rect width="101.6" height="76.2"/></svg>');

test('a page that is not secure works: from a drawing to a pass that is counted', async ({ app, page }) => {
  const address = app.address.replace('127.0.0.1', NAMED_HOST);
  await page.goto(`${address}/templates`);
  expect(await page.evaluate(() => [isSecureContext, 'randomUUID' in crypto, 'locks' in navigator])).toEqual([
    false,
    false,
    false,
  ]);
  await bringDrawing(page, address, PLATE);
  await page.getByRole('button', { name: 'Keep as a template' }).click();
  await page.getByRole('button', { name: 'Make some' }).click();
  await page.getByLabel('Copies of Plate', { exact: true }).fill('6');
  await page.getByRole('checkbox', { name: /^Pass 1 of/ }).click();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.reload();
  await expect(page.getByRole('checkbox', { name: /^Pass 1 of/ })).toBeChecked();
});

test('a browser that refuses to keep anything still works, and says that nothing outlasts the page', async ({
  app,
  page,
}) => {
  await page.addInitScript(() => {
    Object.defineProperty(window, 'indexedDB', {
      value: {
        open: () => {
          throw new DOMException('refused', 'SecurityError');
        },
      },
    });
  });
  await bringDrawing(page, app.address, PLATE);
  await page.getByRole('button', { name: 'Keep as a template' }).click();
  await expect(page.getByLabel('Name of the template')).toHaveValue('Plate');
  await page.getByRole('button', { name: 'Nothing outlasts this page' }).click();
  await expect(page.getByRole('dialog')).toContainText('This browser keeps nothing for this page');
});
