import { expect, test } from './app';

test('a layer is dragged onto another stack, or moved by keys; the wish has its price and is dropped', async ({
  app,
  page,
}) => {
  await page.goto(`${app.address}/demo/`);
  await page.getByRole('link', { name: /Spring fair stock/ }).click();
  const stack = page.getByRole('article', { name: /^Harbour tray puzzle, Tray \/ Backer/ });
  const handle = stack.getByRole('button', { name: 'Move a layer of Backer' });
  await expect(handle).toBeVisible();
  const wishes = page.getByRole('region', { name: 'Your wishes for the stacks' });

  // By the pointer, on a screen that shows them both, onto the stack of backers.
  const target = page.getByRole('article', { name: /^Harbour tray puzzle, Backer/ });
  await page.setViewportSize({ width: 1280, height: 5000 });
  const [from, to] = [await handle.boundingBox(), await target.boundingBox()];
  if (!from || !to) throw new Error('the stacks are not drawn');
  await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2);
  await page.mouse.down();
  await page.mouse.move(from.x + 40, from.y + 10, { steps: 4 });
  await page.mouse.move(to.x + 30, to.y + 30, { steps: 8 });
  await page.mouse.up();
  await expect(wishes.getByRole('listitem').first()).toContainText(/: (costs|saves)/);
  const moved = await wishes.getByRole('listitem').count();
  expect(moved).toBeGreaterThan(0);
  for (let left = moved; left > 0; left--) {
    await wishes
      .getByRole('button', { name: /^Drop the wish/ })
      .first()
      .click();
    await expect(wishes.getByRole('listitem')).toHaveCount(left - 1);
  }
  await expect(wishes).toHaveCount(0);

  // By keys, to a pass of its own.
  await handle.focus();
  await page.keyboard.press('Enter');
  await page.getByRole('menuitem', { name: 'A pass of its own' }).press('Enter');
  await expect(wishes).toContainText('1 pass of 1 × Backer');
  await page.reload();
  await expect(wishes).toContainText('1 pass of 1 × Backer');
  await expect(page.getByText(/Outline first, then split: that order (costs|saves)/)).toBeVisible();
});
