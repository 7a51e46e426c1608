import { bringDrawing, expect, PLATE, test, type Page } from './app';

/** The plate of a wood, 1/4 thick, and a run of one: what its stack is called and the blade it is sawn with. */
async function runOfOne(page: Page, address: string, wood: string): Promise<void> {
  await bringDrawing(page, address, PLATE);
  await page.getByRole('button', { name: 'Keep as a template' }).click();
  await page.getByLabel('Thickness').fill('1/4');
  await page.getByRole('combobox', { name: 'Wood' }).fill(wood);
  await page.getByRole('option', { name: wood }).first().click();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Make some' }).click();
  await expect(page.getByRole('article', { name: /Plate.* 1 layer$/ })).toBeVisible();
}

test('the last of a size breaks: the plan turns to the next, and to what is bought again', async ({
  app,
  page,
  browser,
}) => {
  await runOfOne(page, app.address, 'Sugar (hard) maple');
  const stack = page.getByRole('article', { name: /Plate/ });
  await expect(stack.getByRole('button', { name: 'No. 5 reverse' })).toBeVisible();
  // At the drawer, by another browser: of both kinds of number 5 there is one.
  const other = await (await browser.newContext()).newPage();
  for (const kind of ['5-skip', '5-reverse']) {
    await other.goto(`${app.address}/blades?blade=${kind}`);
    await other.getByRole('button', { name: 'There are 1', exact: true }).dblclick();
    await expect(other.getByRole('status', { name: 'How many' })).toHaveText('1 left');
    await other.getByRole('button', { name: 'Put in the saw' }).click();
    await other.getByRole('button', { name: 'Broken' }).dblclick();
    await expect(other.getByRole('status', { name: 'How many' })).toHaveText('0 left');
  }
  await expect(stack.getByRole('button', { name: /No\. [37] reverse/ })).toBeVisible();
  await other.getByRole('textbox', { name: 'How many' }).fill('12');
  await other.getByRole('button', { name: 'Bought' }).click();
  await expect(other.getByRole('status', { name: 'How many' })).toHaveText('12 left');
  await expect(stack.getByRole('button', { name: 'No. 5 reverse' })).toBeVisible();
  // What wears out while the program is away is entered when it is back; it is all in the ledger, once each.
  await app.stop();
  await other.getByRole('button', { name: 'Worn' }).click();
  await expect(other.getByRole('status', { name: 'How many' })).toHaveText('11 left');
  await app.startAgain();
  await expect(other.getByRole('button', { name: /not sent yet/ })).toHaveCount(0);
  await other.reload();
  await expect(other.getByText('1 worn, 1 broken, 0 thrown away so far.')).toBeVisible();
  await expect(other.getByRole('status', { name: 'How many' })).toHaveText('11 left');
});
