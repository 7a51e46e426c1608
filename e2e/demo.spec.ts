import { expect, test } from './app';

test('the demo: a run in the middle of its work, marked on, taken back, and kept', async ({ app, page }) => {
  await page.goto(`${app.address}/demo/`);
  await page.getByRole('link', { name: /Spring fair stock/ }).click();
  const progress = page.getByRole('status', { name: 'Progress' });
  await expect(progress).toContainText('13 of 188');
  await page.getByRole('checkbox', { name: 'Pass 1 of Boat tag + Star tag + Wave tag: to saw' }).first().click();
  await expect(progress).toContainText('22 of 188');
  await page.reload();
  await expect(progress).toContainText('22 of 188');
  await page.getByRole('checkbox', { name: 'Pass 1 of Boat tag + Star tag + Wave tag: sawn' }).first().click();
  await expect(progress).toContainText('13 of 188');

  // More whales: at once, with the difference.
  await page.getByRole('button', { name: 'Copies of Rocking whale: one more' }).click();
  await expect(page.getByRole('list', { name: 'The order of the work' })).toContainText(/\+\d+ min/);
  await expect(progress).toContainText('of 197');
});

test('a stack says why it is so high, and what every height would cost', async ({ app, page }) => {
  await page.goto(`${app.address}/demo/runs`);
  await page.getByRole('link', { name: /Spring fair stock/ }).click();
  await page.getByRole('button', { name: 'Why 4 layers' }).first().click();
  const why = page.getByRole('dialog', { name: 'Why 4 layers' });
  await expect(why).toContainText(/In this stack a layer takes .* and costs \$/);
  await expect(why.getByRole('img', { name: /^What a layer costs by the layers in a stack: 1: \$/ })).toBeVisible();
});

test('every place opens by its address, in the other unit, and the demo never meets the maker’s own shop', async ({
  app,
  page,
}) => {
  for (const [path, words] of [
    ['templates', 'Honeycomb trivet'],
    ['blades?blade=7-reverse', 'Number 7, reverse teeth'],
    ['woods', 'Northern red oak'],
    ['shop', 'What the minutes rest on'],
  ] as const) {
    await page.goto(`${app.address}/demo/${path}`);
    await expect(page.getByText(words).first()).toBeVisible();
    await expect(page).toHaveTitle(/ · Rapid Jig$/);
  }
  await page.goto(`${app.address}/templates`);
  await expect(page.getByText('Start here')).toBeVisible();
  await expect(page.getByText('Honeycomb trivet')).toHaveCount(0);
  await page.goto(`${app.address}/demo/woods`);
  await expect(page.locator('#red-oak').getByText('1290 lbf')).toBeVisible();
  await page.keyboard.press('u');
  await expect(page.locator('#red-oak').getByText('5738 N')).toBeVisible();
  await page.keyboard.press('/');
  await page.getByRole('combobox').fill('whale');
  await page.getByRole('option', { name: 'Rocking whale', exact: true }).click();
  await expect(page.getByLabel('Name of the template')).toHaveValue('Rocking whale');
});

test('two devices on one template: the later one is shown the difference', async ({ app, page, browser }) => {
  await page.goto(`${app.address}/demo/templates`);
  await page.getByRole('link', { name: /Honeycomb trivet/ }).click();
  await expect(page.getByLabel('Note for next time')).toHaveValue(/two coats/);
  const other = await browser.newPage();
  await other.goto(page.url());
  await expect(other.getByLabel('Note for next time')).toHaveValue(/two coats/);
  // Cut off, the one does not hear of the other.
  await page.context().setOffline(true);
  await other.getByLabel('Note for next time').fill('three coats');
  await expect(other.getByText('Saved', { exact: true })).toBeVisible();
  await page.getByLabel('Note for next time').fill('one coat');
  await expect(page.getByText('Kept in this browser; will be sent')).toBeVisible();
  await page.context().setOffline(false);
  await expect(page.getByText('Another device changed this meanwhile.')).toBeVisible();
  await expect(page.getByRole('group', { name: 'note' })).toBeVisible();
  await page.getByRole('button', { name: 'Take theirs' }).click();
  await expect(page.getByLabel('Note for next time')).toHaveValue('three coats');
});

test('a stopped server loses nothing that was typed', async ({ app, page }) => {
  await page.goto(`${app.address}/demo/templates`);
  await page.getByRole('link', { name: /Luggage tags/ }).click();
  await expect(page.getByLabel('Note for next time')).toHaveValue(/set of three/);
  await app.stop();
  await page.getByLabel('Note for next time').fill('typed while it was off');
  await expect(page.getByText('Kept in this browser; will be sent')).toBeVisible();
  await app.startAgain();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible({ timeout: 15_000 });
  await page.reload();
  await expect(page.getByLabel('Note for next time')).toHaveValue('typed while it was off');
});

test('an address that leads nowhere shows what is wrong, not a blank page', async ({ app, page }) => {
  await page.goto(`${app.address}/demo/runs/00000000-0000-4000-8000-000000000000`);
  await expect(page.getByRole('alert')).toContainText('There is no such run');
  await page.getByRole('link', { name: 'Back to the runs' }).click();
  await expect(page.getByText('Spring fair stock')).toBeVisible();
});
