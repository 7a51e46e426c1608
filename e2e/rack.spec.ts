import { expect, runOfPlates, test } from './app';

test('a blank is picked by a click and put on another board, and let go by two', async ({ app, page }) => {
  const run = await runOfPlates(page, app.address);
  await page.goto(`${app.address}/rack`);
  for (const typed of ['birch plywood 1/4 x 8 x 30', 'birch plywood 1/4 x 4 x 6']) {
    await page.getByLabel('New on the rack').fill(typed);
    await page.getByRole('button', { name: 'Put on the rack' }).click();
    await expect(page.getByLabel('New on the rack')).toHaveValue('');
  }
  await page.goto(`${run}/wood`);
  await expect(page.getByText(/6 blanks on 1 board ·/)).toBeVisible();
  await page
    .getByRole('button', { name: /^A: Part 1, 4 1\/2/ })
    .first()
    .click();
  await page.getByRole('button', { name: 'Put Part 1 here' }).click();
  await expect(page.getByRole('button', { name: /, pinned$/ })).toHaveCount(1);
  await expect(page.getByText(/6 blanks on 2 boards/)).toBeVisible();
  await page.getByRole('button', { name: /, pinned$/ }).dblclick();
  await expect(page.getByText(/6 blanks on 1 board ·/)).toBeVisible();
});
