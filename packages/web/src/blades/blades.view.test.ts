import { bringDrawing, expect, page, PLATE, test } from '../testing/app.test-support';

/** The plate of a wood, 1/4 thick, and a run of one. */
async function runOfOne(wood: string): Promise<void> {
  await bringDrawing(PLATE);
  await page.getByRole('button', { name: 'Keep as a template' }).click();
  await expect(page.getByRole('button', { name: 'Make some' })).toBeVisible();
  await page.getByLabel('Thickness').fill('1/4');
  await page.getByRole('combobox', { name: 'Wood' }).fill(wood);
  await page.getByRole('option', { name: wood }).first().click();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Make some' }).click();
  await expect(page.getByRole('article', { name: /Plate.* 1 layer$/ })).toBeVisible();
}

test('the chart says which blade and why, follows the drawer, and prints for the wall', async () => {
  await page.goto('/demo/blades');
  await page.getByRole('link', { name: 'Chart of woods and thicknesses' }).click();
  const chart = page.getByRole('group', { name: 'Chart of blades' });
  const oak = chart.getByRole('button', { name: /^Northern red oak/ });
  await oak.press('ArrowDown');
  const why = page.getByRole('status', { name: 'Why this blade' });
  // Along the bars of average work, by the keyboard, to where a number 7 saws it.
  await why.getByRole('button', { name: 'average' }).click();
  for (let n = 0; n < 12 && !/number 7, reverse teeth$/.test((await oak.getAttribute('aria-label')) ?? ''); n++)
    await oak.press('ArrowRight');
  await expect(why).toContainText(/Number 7 saws .* of hard wood in comfort: up to 3\/4"\./);
  await expect(why).toContainText(/A number 5 would take \d+ % more, mostly in the risk of a spoiled piece\./);
  // Down past the last bar of a wood: the next wood's first, at the same height.
  await oak.press('ArrowDown');
  await oak.press('ArrowDown');
  await expect(chart.getByRole('button', { name: /^(?!Northern red oak).*, plain work/ })).toBeVisible();
  const download = await page.download(() => page.getByRole('button', { name: 'Page for the wall' }).click());
  expect(download.name).toBe('blades.pdf');
  expect(download.text.length).toBeGreaterThan(2000);

  // Without the number 7 the number 9 takes over.
  await page.goto('/demo/blades?blade=7-reverse');
  await page.getByLabel('In my drawer').uncheck();
  await page.goto('/demo/blades?blade=7-skip');
  await page.getByLabel('In my drawer').uncheck();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.goto('/demo/blades/chart');
  await expect(page.getByRole('button', { name: /^Northern red oak up to .* average work: number 7/ })).toHaveCount(0);
});

test('a blade of a stack says what the next sizes would gain and lose', async () => {
  await page.goto('/demo/runs');
  await page.getByRole('link', { name: /Spring fair stock/ }).click();
  const body = page.getByRole('article', { name: /^Rocking whale, Body/ });
  await body.getByRole('button', { name: 'No. 7 reverse' }).click();
  const beside = page.getByRole('table', { name: 'Beside the next sizes' });
  await expect(beside.getByRole('columnheader')).toHaveTexts(['', '5', '7', '9']);
  // 1-1/2 of soft wood: a 5 saws 3/4 in comfort and half as much again with a warning.
  await expect(beside.getByRole('row', { name: /Of its comfort/ })).toContainText('200 %, too high');
});

test('a blade that is not usually sold is put into its compartment, with figures to be checked', async () => {
  await page.goto('/blades');
  await page.getByRole('button', { name: 'Number 12, ground teeth: put one in' }).dblclick();
  await expect(page.getByRole('heading', { name: 'Number 12, ground teeth' })).toBeVisible();
  await expect(page.getByLabel('In my drawer')).toBeChecked();
  await page.getByLabel('Kerf (in)').fill('0.031');
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.reload();
  await expect(page.getByRole('button', { name: 'Number 12, ground teeth, in the drawer' })).toHaveCount(1);
  await expect(page.getByLabel('Kerf (in)')).toHaveValue('0.031');
});

test('two widths of a strip tell how far the table is out, and which side to lower', async () => {
  await page.goto('/shop');
  const out = page.getByRole('status', { name: 'Squareness' });
  await expect(out).toHaveText('Square, as far as a caliper tells.');
  await page.getByLabel('Face on the table (in)').fill('1.02');
  // atan(0.02 / 1.5) is 0.76 degrees.
  await expect(out).toContainText('0.76° out: lower the right side');
  await page.getByLabel('Face up (in)').fill('1.04');
  await expect(out).toContainText('0.76° out: lower the left side');
});

test('what a blade lasts and saws in a minute is shown and typed in the shop’s unit', async () => {
  await page.goto('/shop');
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

// Common practice, by the school that goes larger: 1/4 of soft wood takes a 3, 1 in a 7. 1/4 of hard wood is all that a 3 saws in
// comfort, so a 5; higher than two, 1/2 in, for which a 7 is as good as a 5, hard wood would leave too much to smooth.
for (const { wood, single, layers, four, height } of [
  { wood: 'Basswood', single: 'No. 3 reverse', layers: 4, four: 'No. 7 reverse', height: '1"' },
  { wood: 'Sugar (hard) maple', single: 'No. 5 reverse', layers: 2, four: 'No. 7 reverse', height: '1/2"' },
])
  test(`a plate of ${wood}, alone and four of it, gets the blade for each height and says why`, async () => {
    await runOfOne(wood);
    const stack = page.getByRole('article', { name: /Plate/ });
    await expect(stack.getByRole('button', { name: single })).toBeVisible();
    await page.getByLabel('Copies of Plate', { exact: true }).fill('4');
    const high = page.getByRole('article', { name: new RegExp(`Plate.* ${String(layers)} layers$`) });
    await high.getByRole('button', { name: four }).click();
    const why = page.getByRole('dialog');
    await expect(why).toContainText(new RegExp(`saws ${height} of (soft|hard) wood in comfort`));
    await expect(why.getByRole('list', { name: 'How to saw it' })).toContainText('strokes a minute');
    await expect(why.getByRole('row', { name: /^All of it/ })).toContainText('min');
  });

test('a kerf is measured by the caliper, and its source told; a point to order at speaks up', async () => {
  await page.goto('/blades?blade=5-reverse');
  await page.getByLabel('Kerf (in)').click();
  await page.getByRole('button', { name: 'Caliper' }).click();
  await page.getByLabel('Reading, inches').fill('0.0255');
  await page.getByRole('button', { name: 'Send reading' }).click();
  await expect(page.getByLabel('Kerf (in)')).toHaveValue('0.0255 in');
  await page.getByRole('combobox', { name: 'Kerf: is' }).click();
  await page.getByRole('option', { name: 'measured' }).click();
  await page.getByLabel('Order more at').fill('3');
  await page.getByRole('textbox', { name: 'How many' }).fill('3');
  await page.getByRole('button', { name: 'There are 3' }).click();
  await expect(page.getByText('To order:')).toBeVisible();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.reload();
  await expect(page.getByLabel('Kerf (in)')).toHaveValue('0.0255');
  await expect(page.getByRole('combobox', { name: 'Kerf: is' })).toHaveText('measured');
  await expect(page.getByRole('button', { name: 'number 5, reverse teeth: 3 left' })).toBeVisible();
});

test('another saw is planned for, and the block for a tilt is printed', async () => {
  await page.goto('/shop');
  await page.getByLabel('Its name').fill('The long arm');
  await page.getByRole('button', { name: 'Add a saw' }).click();
  await expect(page.getByText('The long arm: reaches')).toBeVisible();
  await page.getByRole('button', { name: 'Plan for this one' }).click();
  await expect(page.getByLabel('Its name')).toHaveValue('The long arm');
  const download = await page.download(() => page.getByRole('button', { name: 'The block true to size' }).click());
  expect(download.name).toBe('tilt-block.pdf');
});
test('blades of a kind that no compartment shows are put in, each once', async () => {
  await page.goto('/blades');
  await page.getByRole('button', { name: 'Put it in' }).dblclick();
  await expect(page.getByRole('heading', { name: 'Number 7, double teeth' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Number 7, double teeth, pinned ends, in the drawer' })).toHaveCount(1);
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.reload();
  await expect(page.getByRole('button', { name: 'Number 7, double teeth, pinned ends, in the drawer' })).toHaveCount(1);
});
