import { bringDrawing, expect, svgFile, test } from './app';

const TAG = svgFile(
  'two-tags.svg',
  `<svg xmlns="http://www.w3.org/2000/svg" width="120mm" height="60mm" viewBox="0 0 120 60">
    <rect x="5" y="5" width="50" height="50"/><circle cx="30" cy="30" r="15"/><circle cx="30" cy="30" r="6"/>
    <rect x="65" y="5" width="50" height="50" rx="8"/></svg>`,
);

test('a piece inside a cut is kept or waste, parts share a blank, spares and pieces there count', async ({
  app,
  page,
}) => {
  await bringDrawing(page, app.address, TAG);
  await expect(page.getByText(/Found 2 parts with 1 inside cut/)).toBeVisible();
  // The disc in the hole is drawn filled, so it is kept until it is said to be waste.
  const disc = page.getByRole('checkbox', { name: 'circle #2' });
  await expect(disc).toBeChecked();
  await disc.uncheck();
  await page.getByLabel('The parts lie on one blank, as drawn').check();
  await page.getByRole('button', { name: 'Keep as a template' }).click();
  await expect(page.getByRole('list', { name: 'Parts' }).getByRole('listitem')).toHaveCount(2);
  await page.getByRole('button', { name: 'Make some' }).click();

  // One blank for both: 110 mm of drawing and a quarter inch on each side, up to the next sixteenth, 4-7/8 in.
  const stack = page.getByRole('article', { name: 'Two tags, Part 1 + Part 2, 1 layer' });
  await expect(stack).toBeVisible();
  await page.keyboard.press('u');
  await expect(page.getByRole('region', { name: 'Blanks' })).toContainText('123.8');
  await page.keyboard.press('u');

  // Four copies; part 2 has two of its own spares and one is there already.
  await page.getByLabel('Copies of Two tags', { exact: true }).fill('4');
  await page.getByRole('button', { name: 'Part 2', exact: true }).click();
  await page.getByLabel('Spares of Part 2', { exact: true }).fill('2');
  await page.getByLabel('Part 2 there before the run', { exact: true }).fill('1');
  const row = page.getByRole('row', { name: /^Part 2/ });
  // needed 4, spares 2, total 6, less 1 there: 5 to saw.
  await expect(row).toHaveText(/Part 2\s*426\s*5/);
  // Part 1 needs 4 but lies on the same blanks: one is left over.
  await expect(page.getByRole('row', { name: /^Part 1/ })).toContainText('1 over');

  // Outline first: the hole is drilled in every layer, and the habit stays.
  await page.goto(`${app.address}/shop`);
  await page.getByRole('combobox', { name: 'Order of cuts' }).click();
  await page.getByRole('option', { name: 'Outline first, then split' }).click();
  // The machines below have a badge of their own.
  await expect(page.getByText('Saved', { exact: true }).first()).toBeVisible();
  await page.reload();
  await expect(page.getByRole('combobox', { name: 'Order of cuts' })).toHaveText('Outline first, then split');
});

test('a new revision waits until the run takes it, and a blade taken out of the drawer is not planned', async ({
  app,
  page,
}) => {
  await bringDrawing(page, app.address, TAG);
  await page.getByRole('button', { name: 'Keep as a template' }).click();
  await expect(page.getByLabel('Name of the part')).toBeVisible();
  const template = page.url();
  await page.getByRole('button', { name: 'Make some' }).click();
  await expect(page.getByText('At the saw in all')).toBeVisible();
  const run = page.url();
  await page.goto(template);
  await page.getByLabel('Name of the part').fill('Frame');
  await expect(page.getByText('revision 2')).toBeVisible();
  await page.goto(run);
  await expect(page.getByRole('button', { name: 'Part 1', exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Take revision 2' }).click();
  await expect(page.getByRole('button', { name: 'Frame', exact: true })).toBeVisible();

  // Birch plywood 1/4, plain work: number 5 of the larger school; taken out, number 3 serves.
  await expect(page.getByRole('heading', { name: 'First with number 5, reverse teeth' })).toBeVisible();
  await page.goto(`${app.address}/blades?blade=5-reverse`);
  await page.getByLabel('In my drawer').uncheck();
  await page.goto(`${app.address}/blades?blade=5-skip`);
  await page.getByLabel('In my drawer').uncheck();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.goto(run);
  await expect(page.getByRole('heading', { name: 'First with number 3, reverse teeth' })).toBeVisible();
});
