import { expect, test } from './app';

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
