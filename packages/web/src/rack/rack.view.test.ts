import { bringDrawing, expect, page, PLATE, test, textFile } from '../testing/app.test-support';

async function sixOfCherry(): Promise<void> {
  await bringDrawing(PLATE);
  await page.getByRole('combobox', { name: 'Wood' }).click();
  await page.getByRole('option', { name: 'Black cherry' }).click();
  await page.getByRole('button', { name: 'Keep as a template' }).click();
  await page.getByRole('button', { name: 'Make some' }).click();
  await page.getByLabel('Copies of Plate', { exact: true }).fill('6');
}

test('from an empty rack to a shopping list, and a run whose stock is drawn down and whose offcuts return', async () => {
  await page.goto('/rack');
  await expect(page.getByText('The rack is empty.', { exact: false })).toBeVisible();
  await sixOfCherry();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.getByRole('link', { name: 'Wood', exact: true }).click();
  const shopping = page.getByRole('list', { name: 'Shopping list' });
  // Six blanks of 4-1/2 by 3-1/2, each with a kerf of 1/8: 100.6 square inches, half of it for two slices, a fifth more, 1 in
  // thick: 60.4 of 144 to the board foot.
  await expect(shopping).toContainText(
    'Black cherry, 1/4" thick: 0.4 board feet of 4/4 (2 slices from each board, 20 % allowed for waste) for 6 blanks',
  );
  const wood = page.path();

  // Typed as people say it; what is understood stands below.
  await page.goto('/rack');
  await page.getByLabel('New on the rack').fill('2 cherry 4/4 x 4 x');
  await expect(page.getByText(/is no size/)).toBeVisible();
  await page.getByLabel('New on the rack').fill('2 cherry 4/4 x 4 x 24');
  await expect(page.getByText('= 2 rough board of Black cherry, 1" by 4" by 24"')).toBeVisible();
  await page.getByRole('button', { name: 'Put on the rack' }).click();
  await expect(page.getByRole('status', { name: 'Amount' })).toHaveText('2 on the rack');

  // The rough board is resawn; reserved, it cannot be taken off the rack.
  await page.goto(wood);
  await expect(page.getByText('The rack has all the wood for this run.')).toBeVisible();
  await expect(page.getByText(/: resaw into 2 slices/).first()).toBeVisible();
  await expect(page.getByRole('list', { name: 'Cuts' }).first()).toContainText(
    'Crosscut saw, stop at 4 1/2": crosscut 5',
  );
  await expect(page.locator('title').filter({ hasText: 'Left and kept: ' })).not.toHaveCount(0);
  await page.getByRole('button', { name: 'Reserve these boards' }).click();
  await expect(page.getByText('Reserved for this run.')).toBeVisible();
  await page.goto('/rack');
  await expect(page.getByRole('button', { name: /2 × 4\/4/ })).toBeVisible();
  let reads = 0;
  const { fetch: asked } = globalThis;
  globalThis.fetch = (url, init) => {
    if (String(url).endsWith('/api/rack') && (init?.method ?? 'GET') === 'GET') reads++;
    return asked(url, init);
  };
  await page.getByRole('button', { name: /2 × 4\/4/ }).click();
  await expect(page.getByRole('status', { name: 'Amount' })).toContainText('reserved');
  await expect(page.getByLabel(/^Cost of one/)).toHaveValue('');
  await page.getByLabel('Moisture, %').fill('19');
  await expect(page.getByText('Not dry: above 13 %', { exact: false })).toBeVisible();
  await page.getByLabel('Moisture, %').fill('');
  await expect(page.getByText('Not dry', { exact: false })).toHaveCount(0);
  // What is chosen stands in the address; the rack is not read anew for it, or the item would be open twice.
  expect(reads).toBe(0);
  await page.getByRole('button', { name: 'Take it off the rack' }).click();
  await expect(page.getByRole('alert')).toContainText('A run has reserved this');
  await page.keyboard.press('Control+z');
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();

  await page.goto(wood);
  // Said twice it is done once: the boards are gone once, and after a reload no blank is laid or bought again.
  await page.getByRole('button', { name: 'They are cut: draw them from the rack' }).dblclick();
  await expect(page.getByText(/Drawn from the rack; \d+ offcuts? put back\./)).toBeVisible();
  await page.reload();
  await expect(page.getByText('Every blank is cut or sawn: no wood is needed.')).toBeVisible();
  await page.goto('/rack');
  await expect(page.getByText('offcut', { exact: false }).first()).toBeVisible();
});

test('what is bought is put on the rack from the shopping list, as it is there or as it was bought', async () => {
  await sixOfCherry();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.getByRole('link', { name: 'Wood', exact: true }).click();
  await page.getByRole('button', { name: 'Bought: put it on the rack: 1 Black cherry 4/4 x 4" x 5"' }).click();
  await expect(page.getByLabel('New on the rack')).toHaveValue('1 Black cherry 4/4 x 4" x 5"');
  await page.getByLabel('New on the rack').fill('1 Black cherry 4/4 x 4 x 36');
  await page.getByRole('button', { name: 'Put on the rack' }).click();
  await expect(page.getByText('The rack has all the wood for this run.')).toBeVisible();
});

test('an open stack says what its layers measure, pass by pass, on the boards they are laid on', async () => {
  await page.goto('/rack');
  for (const board of ['cherry 1/4 x 4 x 12', '2 cherry 0.24 x 4 x 12']) {
    await page.getByLabel('New on the rack').fill(board);
    await page.getByRole('button', { name: 'Put on the rack' }).click();
    await expect(page.getByLabel('New on the rack')).toHaveValue('');
  }
  await sixOfCherry();
  await page.getByRole('button', { name: 'Open the stack Part 1' }).click();
  const inside = page.getByRole('dialog', { name: 'Part 1' });
  // Two stacks of three; two blanks of 4-1/2 come from a board of 12. 3 x 0.24 = 0.72; 0.24 + 0.25 + 0.25 = 0.74.
  await expect(inside).toContainText('Pass 1 still to saw: ≈15/64″ + ≈15/64″ + ≈15/64″, together ≈23/32″');
  await expect(inside).toContainText('Pass 2 still to saw: ≈15/64″ + 1/4″ + 1/4″, together ≈47/64″');
});

test('what is missing has ways out: one click grants one, it can be taken back, and a dragged blank stays where it is put', async () => {
  await bringDrawing(PLATE);
  await page.getByRole('combobox', { name: 'Wood' }).click();
  await page.getByRole('option', { name: 'Black cherry' }).click();
  await page.getByRole('button', { name: 'Keep as a template' }).click();
  await page.getByRole('button', { name: 'A dowel or strip' }).click();
  await page.getByRole('group', { name: 'Dowel' }).getByLabel('Length').fill('5');
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Make some' }).click();
  await page.getByLabel('Copies of Plate', { exact: true }).fill('6');
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  const run = page.path();
  await page.goto('/rack');
  for (const typed of ['cherry 1/4 x 8 x 9 1/2', 'beech 1/4 x 8 x 30', 'beech 1/4 x 4 x 6', '2 dowels 1/4 x 24']) {
    await page.getByLabel('New on the rack').fill(typed);
    await page.getByRole('button', { name: 'Put on the rack' }).click();
    await expect(page.getByLabel('New on the rack')).toHaveValue('');
  }
  await page.getByRole('button', { name: /^1 × 1\/4″ × 8″ × 9/ }).click();
  await expect(page.getByLabel('Length', { exact: true })).toHaveValue('9 1/2');
  await page.getByLabel(/^Cost of one/).fill('7.60');
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.goto(`${run}/wood`);
  // 76 square inches of 1/4, 19 cubic inches, were 7.60. Two blanks of 4-5/8 by 3-5/8 with their kerfs, half of it for two
  // slices and a fifth more, 1 in thick: 20.1 cubic inches.
  await expect(page.getByRole('list', { name: 'Shopping list' })).toContainText('About $8.05, at what yours cost.');
  // Six of 5 in with a kerf of 1/8: four on the first dowel of 24 in, two on the second.
  const dowels = page.getByRole('region', { name: 'Yellow birch dowel' });
  await expect(dowels).toContainText('2 lengths to cut');
  await expect(dowels).toContainText('no way of cutting takes less');
  const ways = page.getByRole('region', { name: 'Ways out' });
  await expect(ways.getByText('Make 4 of Plate, not 6.')).toBeVisible();
  await ways
    .getByRole('listitem')
    .filter({ hasText: 'american beech' })
    .getByRole('button', { name: 'Do this' })
    .click();
  await expect(page.getByText('The rack has all the wood for this run.')).toBeVisible();
  const granted = page.getByRole('group', { name: 'Granted for this run' });
  await expect(granted).toContainText('American beech for black cherry');

  // A blank is moved with the arrow keys, pinned there after a reload, and let go again.
  const blank = page.getByRole('button', { name: /^A: Part 1, 4 1\/2/ }).last();
  await blank.focus();
  await page.keyboard.press('ArrowUp');
  await expect(page.getByRole('button', { name: /, pinned$/ })).toHaveCount(1);
  await expect(granted).toContainText('1 blank pinned');
  await page.reload();
  await expect(granted).toContainText('1 blank pinned');
  await page.getByRole('button', { name: /, pinned$/ }).focus();
  await page.keyboard.press('Delete');
  await expect(page.getByRole('button', { name: /, pinned$/ })).toHaveCount(0);

  await granted.getByRole('button', { name: /^Take back: American beech/ }).click();
  await expect(page.getByRole('list', { name: 'Shopping list' })).toContainText('Black cherry');

  // With a jigsaw in the shop blanks may be cut out wherever they lie.
  await page.goto('/shop');
  await page.getByRole('switch', { name: 'A jigsaw' }).click();
  await expect(page.getByLabel('Kerf of the jigsaw')).toBeVisible();
  const machines = page.getByRole('region', { name: 'Machines that mill wood' });
  await expect(machines.getByText('Saved', { exact: true })).toBeVisible();
  await page.goto(`${run}/wood`);
  await page.getByRole('combobox', { name: 'Cuts' }).click();
  await page.getByRole('option', { name: 'Free, with the jigsaw' }).click();
  await expect(page.getByText(/Jigsaw: mark them out and cut out/).first()).toBeVisible();
});

test('a table with half its rows wrong tells each, takes nothing until agreed, and the rack goes out as a table', async () => {
  await page.goto('/rack');
  const table = [
    'kind,wood,thickness,width,length,quantity,place',
    'board,beech,6/4,5 1/2,48,2,by the door',
    'board,moonwood,1,2,3,1,',
    'board,cherry,3/4,-6,24,3,',
    'sheet,birch plywood,1/4,24,30,4,wall',
  ].join('\r\n');
  await page.getByLabel('Table of stock').setInputFiles(textFile('rack.csv', 'text/csv', table));
  const dialog = page.getByRole('dialog');
  await expect(dialog).toContainText('row 2, wood');
  await expect(dialog).toContainText('row 3, width');
  await dialog.getByRole('button', { name: 'Take nothing' }).click();
  await expect(page.getByText('The rack is empty.', { exact: false })).toBeVisible();
  await page.getByLabel('Table of stock').setInputFiles(textFile('rack.csv', 'text/csv', table));
  await dialog.getByRole('button', { name: 'Take 2 changes' }).click();
  await expect(page.getByRole('region', { name: 'American beech' })).toContainText('by the door');
  const file = await page.download(() => page.getByRole('button', { name: 'Rack as CSV' }).click());
  expect(file.name).toBe('rack.csv');

  // The rack's own table, with one count corrected: that is the one change it would make.
  const own = file.text.replace(/,2,(?=[^,]*,by the door)/, ',5,');
  await page.getByLabel('Table of stock').setInputFiles(textFile('rack.csv', 'text/csv', own));
  await expect(dialog.getByRole('list', { name: 'Changes' })).toContainText('2 become 5');
  await expect(dialog).toContainText('1 row as on the rack.');
  await dialog.getByRole('button', { name: 'Take 1 change' }).click();
  await expect(page.getByRole('region', { name: 'American beech' })).toContainText('5 ×');
  await page.getByLabel('New on the rack').fill('24 brass hinges');
  await expect(page.getByText('= 24 of brass hinges, a bought part')).toBeVisible();
  await page.getByRole('button', { name: 'Put on the rack' }).click();
  await expect(page.getByRole('region', { name: 'Bought parts' })).toContainText('brass hinges');
  await page.getByRole('combobox', { name: 'Kind' }).click();
  await page.getByRole('option', { name: 'Sheets' }).click();
  await expect(page.getByRole('region', { name: 'Bought parts' })).toHaveCount(0);
  await expect(page.getByRole('region', { name: 'Birch plywood' })).toBeVisible();
  await page.getByRole('combobox', { name: 'Kind' }).click();
  await page.getByRole('option', { name: 'All kinds' }).click();

  // A reading of the pretended caliper goes into the field under the cursor.
  await page.getByRole('region', { name: 'American beech' }).getByRole('button', { name: /5 ×/ }).click();
  await page.getByLabel('Thickness').click();
  await page.getByRole('button', { name: 'Caliper' }).click();
  await page.getByLabel('Reading, inches').fill('1.3125');
  await page.getByRole('button', { name: 'Send reading' }).click();
  await expect(page.getByLabel('Thickness')).toHaveValue('1.3125 in');
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();

  // A knot is marked, and the board with its mark is still there after a reload.
  await page.getByRole('button', { name: 'Knot' }).click();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.reload();
  await expect(page.getByRole('region', { name: 'American beech' })).toContainText('1 defect');
});
