import { statSync } from 'node:fs';
import { expect, test } from './app';

test('the chart says which blade and why, follows the drawer, and prints for the wall', async ({ app, page }) => {
  await page.goto(`${app.address}/demo/blades`);
  await page.getByRole('link', { name: 'Chart of woods and thicknesses' }).click();
  const oak = page.getByRole('button', { name: /^Northern red oak up to .*, average work: number 7, reverse teeth$/ });
  await oak.click();
  const why = page.getByRole('status', { name: 'Why this blade' });
  await expect(why).toContainText('Number 7 is the smallest in your drawer that saws');
  await expect(why).toContainText('of hard wood in comfort (up to 3/4").');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Page for the wall' }).click(),
  ]);
  expect(download.suggestedFilename()).toBe('blades.pdf');
  expect(statSync(await download.path()).size).toBeGreaterThan(2000);

  // Without the number 7 the number 9 takes over.
  await page.goto(`${app.address}/demo/blades?blade=7-reverse`);
  await page.getByLabel('In my drawer').uncheck();
  await page.goto(`${app.address}/demo/blades?blade=7-skip`);
  await page.getByLabel('In my drawer').uncheck();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.goto(`${app.address}/demo/blades/chart`);
  await expect(page.getByRole('button', { name: /^Northern red oak up to .* average work: number 7/ })).toHaveCount(0);
});

test('a blade of a stack says what the next sizes would gain and lose', async ({ app, page }) => {
  await page.goto(`${app.address}/demo/runs`);
  await page.getByRole('link', { name: /Spring fair stock/ }).click();
  await page.getByRole('button', { name: 'No. 7 reverse' }).first().click();
  const beside = page.getByRole('table', { name: 'Beside the next sizes' });
  await expect(beside.getByRole('columnheader')).toHaveText(['', '5', '7', '9']);
  // 1-1/2 of soft wood: a 5 saws 3/4 in comfort and half as much again with a warning.
  await expect(beside.getByRole('row', { name: /Of its comfort/ })).toContainText('200 %, too high');
});

test('a blade that is not usually sold is put into its compartment, with figures to be checked', async ({
  app,
  page,
}) => {
  await page.goto(`${app.address}/blades`);
  await page.getByRole('button', { name: 'Number 12, ground teeth: put one in' }).dblclick();
  await expect(page.getByRole('heading', { name: 'Number 12, ground teeth' })).toBeVisible();
  await expect(page.getByLabel('In my drawer')).toBeChecked();
  await page.getByLabel('Kerf (in)').fill('0.031');
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.reload();
  await expect(page.getByRole('button', { name: 'Number 12, ground teeth, in the drawer' })).toHaveCount(1);
  await expect(page.getByLabel('Kerf (in)')).toHaveValue('0.031');
});

test('two widths of a strip tell how far the table is out, and which side to lower', async ({ app, page }) => {
  await page.goto(`${app.address}/shop`);
  const out = page.getByRole('status', { name: 'Squareness' });
  await expect(out).toHaveText('Square, as far as a caliper tells.');
  await page.getByLabel('Face on the table (in)').fill('1.02');
  // atan(0.02 / 1.5) is 0.76 degrees.
  await expect(out).toContainText('0.76° out: lower the right side');
  await page.getByLabel('Face up (in)').fill('1.04');
  await expect(out).toContainText('0.76° out: lower the left side');
});

test('what a blade lasts and saws in a minute is shown and typed in the shop’s unit', async ({ app, page }) => {
  await page.goto(`${app.address}/shop`);
  // 2,600 mm² are 4.03 square inches.
  const soft = page.getByLabel('Cut face sawn in soft wood (sq in/min)');
  await expect(soft).toHaveValue('4.03');
  await soft.fill('5');
  await soft.blur();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.reload();
  await expect(soft).toHaveValue('5');
  await page.getByRole('heading', { name: 'Shop', exact: true }).click();
  await page.keyboard.press('u');
  await expect(page.getByLabel('Cut face sawn in soft wood (mm²/min)')).toHaveValue('3225.8');
});
