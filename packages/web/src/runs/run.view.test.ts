import { jest } from '@jest/globals';
import { PLAIN_CUT } from '@rapid-jig/core';
import { bringDrawing, expect, keepTemplate, page, runOfPlates, svgFile, test } from '../testing/app.test-support';
import { exposedApis } from '../testing/comlink.test-support';
import { sawnPart } from '../testing/sawn-parts.test-support';
import type { PlannerApi } from '../workers/planner.worker';

const TAG = svgFile(
  'two-tags.svg',
  `<svg xmlns="http://www.w3.org/2000/svg" width="120mm" height="60mm" viewBox="0 0 120 60">
    <rect x="5" y="5" width="50" height="50"/><circle cx="30" cy="30" r="15"/><circle cx="30" cy="30" r="6"/>
    <rect x="65" y="5" width="50" height="50" rx="8"/></svg>`,
);

const passBox = (pass: number) => page.getByRole('checkbox', { name: new RegExp(`^Pass ${String(pass)} of`) });

/** Chooses a part of the template in view; until it is in the panel, what is opened there is another's. */
async function choosePart(name: string): Promise<void> {
  await page
    .getByRole('list', { name: 'Parts' })
    .getByRole('button', { name: new RegExp(name) })
    .click();
  await expect(page.getByRole('img', { name: new RegExp(`^${name}.* with its cuts$`) })).toBeVisible();
}

test('holes are listed by their bits; a bit that is missing is told with what the nearest comes to', async () => {
  await page.goto('/demo/runs');
  await page.getByRole('link', { name: /Spring fair stock/ }).click();
  const drilling = page.getByRole('region', { name: 'Drilling' });
  await expect(drilling).toContainText('7/32" is at hand: sand what goes in.');
  const download = await page.download(() => drilling.getByRole('button', { name: 'Drill points (CSV)' }).click());
  expect(download.name).toMatch(/\.csv$/);
  await page.goto('/demo/blades');
  const bits = page.getByRole('region', { name: 'Drill bits' });
  await bits.getByLabel('Diameter of a bit').fill('1/4');
  await bits.getByRole('button', { name: 'Add the bit' }).dblclick();
  await expect(bits.getByText(/^1\/4.* twist$/)).toHaveCount(1);
  page.goBack();
  await expect(drilling).not.toContainText('sand what goes in');
});

test('the order of the work is an index: a section stays folded over a reload until it is gone to', async () => {
  await page.goto('/demo/runs');
  await page.getByRole('link', { name: /Spring fair stock/ }).click();
  const blanks = page.getByRole('region', { name: 'Blanks' });
  await expect(blanks).toContainText('basswood');
  await blanks.getByRole('button', { name: 'Blanks' }).click();
  await expect(blanks).not.toContainText('basswood');
  await page.reload();
  await expect(blanks).toBeVisible();
  await expect(blanks).not.toContainText('basswood');
  const strip = page.getByRole('list', { name: 'The order of the work' });
  await strip.getByRole('link', { name: /^Wood/ }).click();
  await expect(blanks).toContainText('basswood');
  await page.until(
    () => (page.path().endsWith('#blanks') ? true : null),
    () => 'the section has no address',
  );
});

test('a product that is due first is sawn first, and its price stands with the wishes', async () => {
  await page.goto('/demo/runs');
  await page.getByRole('link', { name: /Spring fair stock/ }).click();
  const product = page.getByRole('article', { name: 'Luggage tags' });
  const firstStack = page.getByRole('button', { name: /^Open the stack/ }).first();
  await expect(firstStack).not.toHaveAccessibleName(/tag/);
  await product.getByRole('button', { name: 'Saw first' }).dblclick();
  await product.getByRole('button', { name: 'Saw first' }).click();
  await expect(product.getByRole('button', { name: 'Sawn first' })).toBeVisible();
  const wish = page.getByText(/^Luggage tags: sawn first/);
  await expect(wish).toContainText(/costs|saves/);
  await expect(firstStack).toHaveAccessibleName(/tag/);
  await page.getByRole('button', { name: 'Drop the wish: Luggage tags: sawn first' }).click();
  await expect(product.getByRole('button', { name: 'Saw first' })).toBeVisible();
  // To be sure of all copies takes spares, or minutes when the time comes.
  await page.getByRole('button', { name: '% sure' }).click();
  await expect(page.getByText(/a lost pass is sawn again: \d+ min at the most/)).toBeVisible();
});
test('the demo: a run in the middle of its work, marked on, taken back, and kept', async () => {
  await page.goto('/demo/');
  await page.getByRole('link', { name: /Spring fair stock/ }).click();
  const progress = page.getByRole('status', { name: 'Progress' });
  await expect(progress).toContainText('8 of 188');
  await page.getByRole('checkbox', { name: 'Pass 1 of Boat tag + Star tag + Wave tag: to saw' }).first().click();
  await expect(progress).toContainText('20 of 188');
  await page.reload();
  await expect(progress).toContainText('20 of 188');
  await page.getByRole('checkbox', { name: 'Pass 1 of Boat tag + Star tag + Wave tag: sawn' }).first().click();
  await expect(progress).toContainText('8 of 188');

  // More whales: at once, with the difference.
  await page.getByRole('button', { name: 'Copies of Rocking whale: one more' }).click();
  await expect(page.getByRole('list', { name: 'The order of the work' })).toContainText(/\+\d+ min/);
  await expect(progress).toContainText('of 197');
});

test('a stack says why it is so high, and what every height would cost', async () => {
  await page.goto('/demo/runs');
  await page.getByRole('link', { name: /Spring fair stock/ }).click();
  await page.getByRole('button', { name: 'Why 4 layers' }).first().click();
  const why = page.getByRole('dialog', { name: 'Why 4 layers' });
  await expect(why).toContainText(/In this stack a layer takes .* and costs \$/);
  await expect(why.getByRole('img', { name: /^What a layer costs by the layers in a stack: 1: \$/ })).toBeVisible();
});

test('a piece inside a cut is kept or waste, parts share a blank, spares and pieces there count', async () => {
  await bringDrawing(TAG);
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
  await page.goto('/shop');
  await page.getByRole('combobox', { name: 'Order of cuts' }).click();
  await page.getByRole('option', { name: 'Outline first, then split' }).click();
  // The machines below have a badge of their own.
  await expect(page.getByText('Saved', { exact: true }).first()).toBeVisible();
  await page.reload();
  await expect(page.getByRole('combobox', { name: 'Order of cuts' })).toHaveText('Outline first, then split');
});

test('a new revision waits until the run takes it, and a blade taken out of the drawer is not planned', async () => {
  await bringDrawing(TAG);
  await page.getByRole('button', { name: 'Keep as a template' }).click();
  await expect(page.getByLabel('Name of the part')).toBeVisible();
  const template = page.path();
  await page.getByRole('button', { name: 'Make some' }).click();
  await expect(page.getByText('At the saw in all')).toBeVisible();
  const run = page.path();
  await page.goto(template);
  await page.getByLabel('Name of the part').fill('Frame');
  await expect(page.getByText('revision 2')).toBeVisible();
  await page.goto(run);
  await expect(page.getByRole('button', { name: 'Part 1', exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Take revision 2' }).click();
  await expect(page.getByRole('button', { name: 'Frame', exact: true })).toBeVisible();

  // Birch plywood 1/4, plain work: number 5 of the larger school; taken out, number 3 serves.
  await expect(page.getByRole('heading', { name: 'First with number 5, reverse teeth' })).toBeVisible();
  await page.goto('/blades?blade=5-reverse');
  await page.getByLabel('In my drawer').uncheck();
  await page.goto('/blades?blade=5-skip');
  await page.getByLabel('In my drawer').uncheck();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.goto(run);
  await expect(page.getByRole('heading', { name: 'First with number 3, reverse teeth' })).toBeVisible();
});
test('a stack of unlike layers: opened, its phases ticked, and a phase left out is told before glue', async () => {
  await page.goto('/demo/');
  await page.getByRole('link', { name: /Spring fair stock/ }).click();
  const progress = page.getByRole('status', { name: 'Progress' });
  await expect(progress).toContainText('8 of 188');
  const stack = page.getByRole('article', { name: /^Harbour tray puzzle, Tray \/ Backer/ });
  await stack.getByRole('button', { name: 'Open the stack Tray / Backer' }).click();
  const inside = page.getByRole('dialog', { name: 'Tray / Backer' });
  await expect(inside.getByRole('list', { name: 'Phases, in order' })).toContainText('4 inside cuts');
  await expect(inside).toContainText('Lay the layers on each other by their register marks');
  await inside.getByRole('button', { name: 'Close' }).click();

  // The outline first, by mistake: the window is told to be missing, until it is done too.
  const box = (phase: string) =>
    stack.getByRole('checkbox', { name: new RegExp(`^Pass 1 of Tray / Backer, ${phase}`) });
  await box('phase 2').click();
  await expect(stack).toContainText(/Not yet done: .*inside cut.* in 2 × Tray, phase 1\. Look before you glue\./);
  await expect(progress).toContainText('11 of 188');
  await page.reload();
  await expect(stack).toContainText('Look before you glue.');
  await box('phase 1').click();
  await expect(progress).toContainText('11 of 188');
  await expect(stack).toHaveCount(1);
  await expect(stack.getByText('Look before you glue.')).toHaveCount(0);
});

test('a wish for a stack is kept, costs what the strip says, and is taken back', async () => {
  await page.goto('/demo/');
  await page.getByRole('link', { name: /Spring fair stock/ }).click();
  const strip = page.getByRole('list', { name: 'The order of the work' });
  const mixed = page.getByRole('article', { name: /^Harbour tray puzzle, Tray \/ Backer/ });
  await expect(mixed).toHaveCount(1);
  await mixed
    .first()
    .getByRole('button', { name: /^Open the stack/ })
    .click();
  const inside = page.getByRole('dialog');
  await inside
    .getByLabel(/with its own copies only$/)
    .first()
    .click();
  await page.keyboard.press('Escape');
  await expect(mixed).toHaveCount(0);
  await expect(strip).toContainText(/[+−]\d+ min/);
  await page.reload();
  await expect(strip).toBeVisible();
  await expect(mixed).toHaveCount(0);
  const foot = page.getByLabel('What the stacks give');
  await expect(foot).toContainText('138 needed + 16 spare − 8 good already');
});
test('bought things and variants of a template are counted in its run, and taken from the rack once', async () => {
  await page.goto('/demo/templates');
  await page.getByRole('link', { name: /Luggage tags/ }).click();
  await expect(page.getByRole('group', { name: 'leather cords' })).toBeVisible();
  for (const name of ['Boat', 'Star']) {
    await page.getByRole('button', { name: 'A variant' }).click();
    await page.getByRole('textbox', { name: 'Name of the variant' }).last().fill(name);
  }
  await choosePart('Boat tag');
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
  await page.goto('/demo/rack');
  await expect(page.getByRole('region', { name: 'Bought parts' })).toContainText('3 ×');
});

test('pieces beyond the need go on the rack, and the next run uses them first', async () => {
  await page.goto('/demo/');
  await page.getByRole('link', { name: /Spring fair stock/ }).click();
  const line = page.getByRole('article', { name: 'Honeycomb trivet', exact: true });
  // Nine were sawn, one of them spoiled; of the eight that are good the run needs seven now.
  await line.getByRole('textbox', { name: 'Copies of Honeycomb trivet' }).fill('7');
  await line.getByRole('button', { name: 'Trivet', exact: true }).click();
  await expect(line).toContainText('1 good piece more than this run needs');
  await line.getByRole('button', { name: 'Put on the rack for next time' }).dblclick();
  await expect(line.getByText('more than this run needs')).toHaveCount(0);
  await page.goto('/demo/templates');
  await page.getByRole('link', { name: /Honeycomb trivet/ }).click();
  await page.getByRole('button', { name: 'Make some' }).click();
  const next = page.getByRole('article', { name: 'Honeycomb trivet', exact: true });
  await next.getByRole('button', { name: 'Trivet', exact: true }).click();
  await next.getByRole('button', { name: 'Use 1' }).click();
  await expect(next.getByRole('textbox', { name: 'Trivet there before the run' })).toHaveValue('1');
});

test('a cut is tilted in its template, and the run saws it layer by layer with the table set', async () => {
  await page.goto('/demo/templates');
  await page.getByRole('link', { name: /Lantern money box/ }).click();
  await choosePart('Hollow');
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

test('a warning names the cut it speaks of, and the picture shows it where it is pointed at', async () => {
  const frame = sawnPart({
    name: 'Frame',
    woodId: 'cherry',
    corners: [
      [120, 0],
      [120, 90],
      [0, 90],
    ],
  });
  const corners = [
    { x: 50, y: 15 },
    { x: 50, y: 35 },
    { x: 20, y: 15 },
  ];
  const segments = corners.map((to) => ({ kind: 'line' as const, to }));
  const opening = {
    ...frame.outline,
    id: crypto.randomUUID(),
    path: { start: { x: 20, y: 15 }, closed: true, segments },
  };
  const cutRules = { [opening.id]: { ...PLAIN_CUT, tiltDegrees: 20 } };
  await keepTemplate('Frames', [{ ...frame, insideCuts: [opening], cutRules }]);
  await page.getByRole('button', { name: 'Make some' }).click();
  const card = page.getByRole('article', { name: /^Frames, Frame/ });
  const here = card.getByRole('button', { name: 'Here: the opening at the lower left' });
  await expect(here).toBeVisible();
  const marked = card.locator('path[stroke="var(--rj-palette-warning-main)"][d^="M"]');
  await expect(marked).toHaveCount(0);
  await here.focus();
  await expect(marked).toHaveCount(1);
  await here.blur();
  await expect(marked).toHaveCount(0);
});

test('a run with too many ways to stack says that it may be dearer; patience is a wish with its price', async () => {
  const woods = ['cherry', 'walnut', 'white-pine', 'birch-plywood', 'sugar-maple', 'red-oak'];
  const parts = Array.from({ length: 8 * woods.length }, (_, i) => {
    const width = 80 + 10 * Math.floor(i / woods.length);
    const corners = [[width, 0] as const, [width, 60] as const, [0, 60] as const];
    return sawnPart({ name: `Tile ${String(i)}`, woodId: woods[i % woods.length] ?? 'cherry', corners });
  });
  await keepTemplate('Tiles of six woods', parts);
  await page.getByRole('button', { name: 'Make some' }).click();
  const every = page.getByRole('button', { name: 'Look at every way' });
  await every.click();
  await expect(every).toHaveCount(0);
  const wishes = page.getByRole('region', { name: 'Your wishes for the stacks' });
  await expect(wishes).toContainText(/Every way to stack unlike layers is looked at.*: saves/);
  await wishes.getByRole('button', { name: /^Drop the wish/ }).click();
  await expect(page.getByText('There may be cheaper stacks')).toBeVisible();
});
test('a pattern too thick for the saw says so, and keeps what was entered', async () => {
  await bringDrawing(
    svgFile('block.svg', '<svg width="100mm" viewBox="0 0 100 100"><rect width="80" height="80"/></svg>'),
  );
  await page.getByLabel('Thickness').fill('3');
  await page.getByRole('button', { name: 'Keep as a template' }).click();
  await page.getByRole('button', { name: 'Make some' }).click();
  await expect(page.getByRole('alert')).toContainText('more than the 2" the saw takes');
  await expect(page.getByLabel('Copies of Block', { exact: true })).toHaveValue('1');
  const copies = page.getByLabel('Copies of Block', { exact: true });
  await copies.fill('-2');
  await expect(page.getByText('A whole number, please.')).toBeVisible();
  await copies.fill('0');
  await expect(page.getByText('Say how many of what')).toBeVisible();
});
test('a double tap is one pass, and unticking the first takes back the first', async () => {
  await runOfPlates();
  await page.getByLabel('Copies of Plate', { exact: true }).fill('12');
  await passBox(1).dblclick();
  await expect(passBox(1)).toBeChecked();
  await passBox(2).click();
  await expect(page.getByRole('checkbox', { checked: true, name: /^Pass/ })).toHaveCount(2);
  await passBox(1).click();
  await expect(passBox(1)).not.toBeChecked();
  await expect(passBox(2)).toBeChecked();
  await page.reload();
  await expect(passBox(2)).toBeChecked();
  await expect(passBox(1)).not.toBeChecked();
});

test('a plan that does not add up is shown all the same, says so, and leads to the last one that did', async () => {
  await page.goto('/demo/runs');
  await page.getByRole('link', { name: /Spring fair stock/ }).click();
  const wall = page.getByRole('region', { name: 'The wall of stacks' });
  await expect(wall).toContainText('First with number');
  const planner = exposedApis().find((api): api is PlannerApi => 'check' in api)!;
  const right = jest.spyOn(planner, 'check');
  const copies = page.getByLabel('Copies of Luggage tags', { exact: true });
  await copies.fill('7');
  await page.until(
    () => (right.mock.calls.length > 0 ? true : null),
    () => 'the plan is never checked',
  );
  const [held] = right.mock.calls.at(-1)!;
  const wrong = ['Boat tag: 9 layers in its stacks, 8 are wanted'];
  right.mockResolvedValue({ wrong, lastHeld: held });
  await copies.fill('9');
  const told = page.getByRole('alert').filter({ hasText: 'does not add up' });
  await expect(told).toContainText(wrong[0]!);
  await expect(wall).toContainText('First with number');
  await told.getByRole('button', { name: 'Show the last plan that adds up' }).click();
  await expect(told.getByRole('button', { name: 'Show the new plan' })).toBeVisible();
});
