import { expect, test, type Page } from './app';
import { keepTemplate, sawnPart } from './kept-template';

/** Chooses a part of the template in view; until it is in the panel, what is opened there is another's. */
async function choosePart(page: Page, name: string): Promise<void> {
  await page
    .getByRole('list', { name: 'Parts' })
    .getByRole('button', { name: new RegExp(name) })
    .click();
  await expect(page.getByRole('img', { name: new RegExp(`^${name}.* with its cuts$`) })).toBeVisible();
}

test('a layer is dragged onto another stack, or moved by keys; the wish has its price and is dropped', async ({
  app,
  page,
}) => {
  await page.goto(`${app.address}/demo/`);
  await page.getByRole('link', { name: /Spring fair stock/ }).click();
  const stack = page.getByRole('article', { name: /^Lantern money box, Front \/ Back/ });
  const handle = stack.getByRole('button', { name: 'Move a layer of Back' });
  await expect(handle).toBeVisible();
  const wishes = page.getByRole('region', { name: 'Your wishes for the stacks' });

  // By the pointer, on a screen that shows them both, onto the stack of backs.
  const target = page.getByRole('article', { name: /^Lantern money box, Back/ });
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
  await expect(wishes).toContainText('1 pass of 1 × Back');
  await page.reload();
  await expect(wishes).toContainText('1 pass of 1 × Back');
  await expect(page.getByText(/Outline first, then split: that order (costs|saves)/)).toBeVisible();
});

test('bought things and variants of a template are counted in its run, and taken from the rack once', async ({
  app,
  page,
}) => {
  await page.goto(`${app.address}/demo/templates`);
  await page.getByRole('link', { name: /Luggage tags/ }).click();
  await expect(page.getByRole('group', { name: 'leather cords' })).toBeVisible();
  for (const name of ['Boat', 'Star']) {
    await page.getByRole('button', { name: 'A variant' }).click();
    await page.getByRole('textbox', { name: 'Name of the variant' }).last().fill(name);
  }
  await choosePart(page, 'Boat tag');
  await page.getByRole('combobox', { name: 'It is part of' }).click();
  await page.getByRole('option', { name: 'Boat' }).click();
  await page.getByRole('button', { name: 'Make some' }).click();
  await page.getByRole('textbox', { name: 'Copies of Luggage tags' }).fill('5');
  const variants = page.getByRole('group', { name: 'Variants of Luggage tags' });
  await expect(variants.getByRole('textbox', { name: 'Copies of Boat' })).toHaveValue('3');
  await variants.getByRole('textbox', { name: 'Copies of Boat' }).fill('4');
  await expect(page.getByText('The variants add up to 6 copies, and 5 are asked for.')).toBeVisible();
  await variants.getByRole('button', { name: 'Share them evenly' }).click();
  await page.getByRole('link', { name: 'Wood', exact: true }).click();
  const bought = page.getByRole('list', { name: 'Bought things' });
  await expect(bought).toContainText('15 leather cords: 15 on the rack');
  await page.getByRole('button', { name: 'Take what is there from the rack' }).dblclick();
  await expect(bought).toContainText('15 leather cords: 15 taken');
  await page.goto(`${app.address}/demo/rack`);
  await expect(page.getByRole('region', { name: 'Bought parts' })).toContainText('3 ×');
});

test('pieces beyond the need go on the rack, and the next run uses them first', async ({ app, page }) => {
  await page.goto(`${app.address}/demo/`);
  await page.getByRole('link', { name: /Spring fair stock/ }).click();
  const line = page.getByRole('article', { name: 'Honeycomb trivet', exact: true });
  // Twelve were sawn in all; of these the run needs ten now.
  await line.getByRole('textbox', { name: 'Copies of Honeycomb trivet' }).fill('10');
  await line.getByRole('button', { name: 'Trivet', exact: true }).click();
  await expect(line).toContainText('good pieces more than this run needs');
  await line.getByRole('button', { name: 'Put on the rack for next time' }).dblclick();
  await expect(line.getByText('more than this run needs')).toHaveCount(0);
  await page.goto(`${app.address}/demo/templates`);
  await page.getByRole('link', { name: /Honeycomb trivet/ }).click();
  await page.getByRole('button', { name: 'Make some' }).click();
  const next = page.getByRole('article', { name: 'Honeycomb trivet', exact: true });
  await next.getByRole('button', { name: 'Trivet', exact: true }).click();
  await next.getByRole('button', { name: 'Use 1' }).click();
  await expect(next.getByRole('textbox', { name: 'Trivet there before the run' })).toHaveValue('1');
});

test('parts of one wood are laid close together, and as drawn again', async ({ app, page }) => {
  await page.goto(`${app.address}/demo/templates`);
  await page.getByRole('link', { name: /Rocking whale/ }).click();
  const pair = page.getByRole('group', { name: 'Rocker, Fin' });
  if ((await pair.count()) === 0) {
    // The fin has layers of its own: it shares a blank with nothing until they are free.
    await page.getByRole('list', { name: 'Parts' }).getByRole('button', { name: /Fin/ }).click();
    await page.getByRole('switch', { name: 'Always so many layers' }).click();
  }
  await pair.getByRole('button', { name: 'Lay them close together' }).click();
  await expect(pair.getByRole('status')).toContainText(/% less wood|no less wood/);
  if ((await pair.getByText('% less wood').count()) > 0) {
    await pair.getByRole('button', { name: 'Each on its own again, as drawn' }).click();
    await expect(pair.getByRole('img')).toHaveCount(0);
  }
});

test('a cut is tilted in its template, and the run saws it layer by layer with the table set', async ({
  app,
  page,
}) => {
  await page.goto(`${app.address}/demo/templates`);
  await page.getByRole('link', { name: /Lantern money box/ }).click();
  await choosePart(page, 'Hollow');
  const rules = page.getByRole('region', { name: 'How its cuts are sawn' });
  await rules.getByRole('combobox', { name: 'Cut' }).click();
  await page.getByRole('option', { name: 'Inside cut 1' }).click();
  await rules.getByRole('textbox', { name: 'Tilt of the table (degrees)' }).fill('12');
  await rules.getByRole('combobox', { name: 'What falls out is' }).click();
  await page.getByRole('option', { name: /becomes a handle/ }).click();
  await expect(
    rules.getByRole('button', { name: /Inside cut 1: table tilted 12°; kept: becomes a handle/ }),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Make some' }).click();
  await page.getByRole('textbox', { name: 'Copies of Lantern money box' }).fill('4');
  await expect(page.getByText(/table tilted 12°/).first()).toBeVisible();
});

test('a run with too many ways to stack says that it may be dearer; patience is a wish with its price', async ({
  app,
  page,
}) => {
  const woods = ['cherry', 'walnut', 'white-pine', 'birch-plywood', 'sugar-maple', 'red-oak'];
  const parts = Array.from({ length: 8 * woods.length }, (_, i) => {
    const width = 80 + 10 * Math.floor(i / woods.length);
    const corners = [[width, 0] as const, [width, 60] as const, [0, 60] as const];
    return sawnPart({ name: `Tile ${String(i)}`, woodId: woods[i % woods.length] ?? 'cherry', corners });
  });
  await keepTemplate(page, app.address, 'Tiles of six woods', parts);
  await page.getByRole('button', { name: 'Make some' }).click();
  const every = page.getByRole('button', { name: 'Look at every way' });
  await every.click();
  await expect(every).toHaveCount(0);
  const wishes = page.getByRole('region', { name: 'Your wishes for the stacks' });
  await expect(wishes).toContainText(/Every way to stack unlike layers is looked at.*: saves/);
  await wishes.getByRole('button', { name: /^Drop the wish/ }).click();
  await expect(page.getByText('There may be cheaper stacks')).toBeVisible();
});
