import { jest } from '@jest/globals';
import { newRun } from '@rapid-jig/core';
import { bringDrawing, expect, page, PLATE, test } from '../testing/app.test-support';

/** As another device makes one in the demo. */
async function makeRun(ask: typeof fetch, name: string): Promise<void> {
  const run = newRun(crypto.randomUUID(), name, []);
  const headers = { 'Content-Type': 'application/json', 'If-Match': '"0"', 'Idempotency-Key': run.id };
  await ask(`/demo/api/runs/${run.id}`, { method: 'PUT', headers, body: JSON.stringify(run) });
}

test('every place opens by its address, in the other unit, and the demo never meets the maker’s own shop', async () => {
  for (const [path, words] of [
    ['templates', 'Honeycomb trivet'],
    ['blades?blade=7-reverse', 'Number 7, reverse teeth'],
    ['woods', 'Northern red oak'],
    ['shop', 'What the minutes rest on'],
  ] as const) {
    await page.goto(`/demo/${path}`);
    await expect(page.getByText(words).first()).toBeVisible();
    expect(document.title).toMatch(/ · Rapid Jig$/);
  }
  await page.goto('/templates');
  await expect(page.getByText('Start here')).toBeVisible();
  await expect(page.getByText('Honeycomb trivet')).toHaveCount(0);
  await page.goto('/demo/woods');
  await expect(page.locator('#red-oak').getByText('1290 lbf')).toBeVisible();
  await page.keyboard.press('u');
  await expect(page.locator('#red-oak').getByText('5738 N')).toBeVisible();
  await page.keyboard.press('/');
  await page.getByRole('combobox').fill('whale');
  await page.getByRole('option', { name: 'Rocking whale', exact: true }).click();
  await expect(page.getByLabel('Name of the template')).toHaveValue('Rocking whale');
});

test('a shop of many years: the newest runs are listed, earlier ones are asked for, and all are found by name', async () => {
  await page.goto('/demo/runs');
  for (let n = 1; n <= 51; n++) await makeRun(fetch, `Fair ${String(n)}`);
  await page.reload();
  const planks = page.locator('main h2');
  await expect(planks).toHaveCount(50);
  await expect(planks.first()).toHaveText('Fair 51');
  await expect(page.getByText('Spring fair stock')).toHaveCount(0);
  await page.getByRole('button', { name: 'Earlier runs' }).click();
  await expect(page.getByText('Spring fair stock')).toBeVisible();
  await expect(planks).toHaveCount(52);
  await expect(page.getByRole('button', { name: 'Earlier runs' })).toHaveCount(0);
  await page.keyboard.press('/');
  await page.getByRole('combobox').fill('Fair 1');
  await expect(page.getByRole('option', { name: 'Fair 1', exact: true })).toBeVisible();
});

test('a list that cannot be read anew while the program is away stays as it was last read', async () => {
  const real = fetch;
  const refused: string[] = [];
  let isAway = false;
  jest.spyOn(globalThis, 'fetch').mockImplementation((asked, init) => {
    if (!isAway) return real(asked, init);
    refused.push(String(asked));
    return Promise.reject(new TypeError('nobody answers'));
  });
  await page.goto('/demo/runs');
  await expect(page.getByText('Spring fair stock')).toBeVisible();
  // Another device's word comes in the moment before the program goes.
  isAway = true;
  await makeRun(real, 'Made elsewhere');
  await page.until(
    () => (refused.includes('/demo/api/templates') ? true : null),
    () => 'the list was not asked for anew',
  );
  // Until what came of it is drawn.
  for (let turn = 0; turn < 10; turn++) await new Promise((next) => setTimeoutOfTest(next, 0));
  isAway = false;
  // Still there, it hears of the next one, and catches up.
  await makeRun(real, 'Made later');
  await expect(page.getByText('Made later')).toBeVisible();
  await expect(page.getByText('Made elsewhere')).toBeVisible();
});

test('an address that leads nowhere shows what is wrong, not a blank page', async () => {
  await page.goto('/demo/runs/00000000-0000-4000-8000-000000000000');
  await expect(page.getByRole('alert')).toContainText('There is no such run');
  await page.getByRole('link', { name: 'Back to the runs' }).click();
  await expect(page.getByText('Spring fair stock')).toBeVisible();
});
test('a browser that refuses to keep anything still works, and says that nothing outlasts the page', async () => {
  jest.spyOn(indexedDB, 'open').mockImplementation(() => {
    throw new DOMException('refused', 'SecurityError');
  });
  await bringDrawing(PLATE);
  await page.getByRole('button', { name: 'Keep as a template' }).click();
  await expect(page.getByLabel('Name of the template')).toHaveValue('Plate');
  await page.getByRole('button', { name: 'Nothing outlasts this page' }).click();
  await expect(page.getByRole('dialog')).toContainText('This browser keeps nothing for this page');
});

test('a backup is made by one press, stands in the list and can be taken as a file; the demo has none', async () => {
  await page.goto('/shop');
  const section = page.getByRole('region', { name: 'Backup' });
  await expect(section).toContainText('One is made every day while the program is open; the last 3 stay');
  await section.getByRole('button', { name: 'Make a backup now' }).click();
  await expect(page.getByText('Written, read again, and whole.')).toBeVisible();
  await expect(section.getByRole('list', { name: 'Backups' }).getByRole('link')).toHaveCount(1);
  await page.goto('/demo/shop');
  await expect(page.getByRole('region', { name: 'Habits' })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Backup' })).toHaveCount(0);
});
