import { expect, test, type Page } from './app';

const WHALE = /^Pass 1 of Boat tag .* to saw$/;
const progress = (page: Page) => page.getByRole('status', { name: 'Progress' });

test('two devices on one run see each other’s taps, say whose they were, and count one pass once', async ({
  app,
  browser,
}) => {
  const [one, other] = await Promise.all([browser.newPage(), browser.newPage()]);
  await one.goto(`${app.address}/demo/`);
  await one.getByRole('link', { name: /Spring fair stock/ }).click();
  await expect(progress(one)).toContainText('8 of 188');
  await other.goto(one.url());
  await expect(progress(other)).toContainText('8 of 188');
  await one.getByRole('checkbox', { name: WHALE }).first().click();
  await expect(progress(other)).toContainText('20 of 188');
  await expect(other.getByText('The other device: 1 pass of Boat tag + Star tag + Wave tag')).toBeVisible();

  // The other is cut off, and marks the same pass that the first one marks meanwhile.
  const second = /^Pass 2 of Boat tag .* to saw$/;
  await other.context().setOffline(true);
  await other.getByRole('checkbox', { name: second }).first().click();
  await one.getByRole('checkbox', { name: second }).first().click();
  await expect(progress(one)).toContainText('32 of 188');
  await other.context().setOffline(false);
  await expect(other.getByRole('button', { name: /not sent yet/ })).toHaveCount(0);
  await expect(progress(other)).toContainText('32 of 188');
  await one.reload();
  await expect(progress(one)).toContainText('32 of 188');
});

test('an edit on one device arrives on the other without being asked for, two tabs of one browser too', async ({
  app,
  browser,
}) => {
  const context = await browser.newContext();
  const [one, tab, other] = await Promise.all([context.newPage(), context.newPage(), browser.newPage()]);
  await one.goto(`${app.address}/demo/templates`);
  await one.getByRole('link', { name: /Honeycomb trivet/ }).click();
  await expect(one.getByLabel('Note for next time')).toHaveValue(/two coats/);
  for (const page of [tab, other]) {
    await page.goto(one.url());
    await expect(page.getByLabel('Note for next time')).toHaveValue(/two coats/);
  }
  await one.getByLabel('Note for next time').fill('three coats');
  for (const page of [tab, other]) await expect(page.getByLabel('Note for next time')).toHaveValue('three coats');
  // The first tab had the stream; closed, another one takes it over.
  await one.close();
  await other.getByLabel('Note for next time').fill('four coats');
  await expect(tab.getByLabel('Note for next time')).toHaveValue('four coats');
});
