import type { Locator } from '@playwright/test';
import { bringDrawing, expect, runOfPlates, svgFile, test, type Page } from './app';

/** A foot is no faster; taps closer together are one that bounced. */
const BETWEEN_TAPS_MS = 400;

const stepNow = (page: Page): Locator => page.getByRole('status', { name: 'This step' });
const stepsLeft = (page: Page): Locator => page.getByRole('status', { name: 'Steps left' });

async function tap(page: Page, key: string): Promise<void> {
  await page.waitForTimeout(BETWEEN_TAPS_MS);
  await page.keyboard.press(key);
}

/** Presses the foot switch until a step is in view, and says which were passed. */
async function goOnTo(page: Page, wanted: string | RegExp, most = 400): Promise<string[]> {
  const passed: string[] = [];
  for (let n = 0; n < most; n++) {
    const now = (await stepNow(page).textContent()) ?? '';
    if (typeof wanted === 'string' ? now === wanted : wanted.test(now)) return passed;
    passed.push(now);
    const left = await stepsLeft(page).textContent();
    await tap(page, 'Space');
    await expect(stepsLeft(page)).not.toHaveText(left ?? '');
  }
  throw new Error(`"${String(wanted)}" was not come to`);
}

test('six plates from the first blank to the last, by one key; back takes back', async ({ app, page }) => {
  const run = await runOfPlates(page, app.address);
  await page.getByRole('link', { name: 'To the saw' }).click();
  await expect(stepNow(page)).toHaveText('Make the blanks ready');
  const passed = await goOnTo(page, 'Saw');
  expect(passed).toEqual(['Make the blanks ready', 'Pattern on, layers held', 'Change the blade']);
  await tap(page, 'Space');
  await expect(stepNow(page)).toHaveText('Apart, patterns off');
  await tap(page, 'Backspace');
  await expect(stepNow(page)).toHaveText('Saw');
  await goOnTo(page, 'All is sawn');
  await expect(page.getByText('6 good pieces.')).toBeVisible();
  await page.getByRole('link', { name: 'To the run' }).click();
  await expect(page.getByRole('status', { name: 'Progress' })).toHaveText('6 of 6 pieces good');
  expect(page.url()).toBe(run);
});

test('a layer spoiled in two taps is planned again at once; what is done stays', async ({ app, page }) => {
  await runOfPlates(page, app.address);
  await page.getByRole('link', { name: 'To the saw' }).click();
  await goOnTo(page, 'Saw');
  await page.getByRole('button', { name: 'Spoiled…' }).click();
  await page.getByRole('group', { name: 'Which layer' }).getByRole('button').first().click();
  await page.getByRole('group', { name: 'Why' }).getByRole('button', { name: 'Burnt' }).click();
  await expect(page.getByText('1 layer of this pass spoiled')).toBeVisible();
  await expect(page.getByRole('alert', { name: 'Made up for' })).toContainText('1 × Part 1 is made again');
  await page.getByRole('button', { name: 'Good', exact: true }).click();
  await goOnTo(page, 'All is sawn');
  await expect(page.getByText('6 good pieces, 1 spoiled.')).toBeVisible();
});

test('the program goes away and the tab is closed in the middle: no tap is lost, none counts twice', async ({
  app,
  page,
  context,
}) => {
  const run = await runOfPlates(page, app.address);
  await page.getByRole('link', { name: 'To the saw' }).click();
  await goOnTo(page, 'Change the blade');
  await app.stop();
  await expect(page.getByText('The program does not answer.')).toBeVisible();
  await goOnTo(page, 'Saw');
  await tap(page, 'Space');
  await expect(stepNow(page)).toHaveText('Apart, patterns off');
  const left = await stepsLeft(page).textContent();
  await page.close();
  await app.startAgain();
  const again = await context.newPage();
  await again.goto(`${run}/bench`);
  await expect(stepNow(again)).toHaveText('Apart, patterns off');
  await expect(stepsLeft(again)).toHaveText(left ?? '');
  await goOnTo(again, 'All is sawn');
  await expect(again.getByText('6 good pieces.')).toBeVisible();
});

test('two devices at one run see each other’s taps', async ({ app, page, browser }) => {
  const run = await runOfPlates(page, app.address);
  await page.goto(`${run}/bench`);
  const other = await (await browser.newContext()).newPage();
  await other.goto(`${run}/bench`);
  await goOnTo(page, 'Saw');
  await expect(stepNow(other)).toHaveText('Saw');
  // Both say that the same pass is good: it is one pass.
  await Promise.all([tap(page, 'Space'), tap(other, 'Space')]);
  await goOnTo(page, 'All is sawn');
  await expect(stepNow(other)).toHaveText('All is sawn');
  await expect(other.getByText('6 good pieces.')).toBeVisible();
});

test('a foot switch that acts when it is let go, and its stand-in on the screen', async ({ app, page }) => {
  await runOfPlates(page, app.address);
  await page.getByRole('link', { name: 'To the saw' }).click();
  const before = await stepsLeft(page).textContent();
  await page.getByRole('button', { name: 'Foot switch' }).click();
  await page.getByRole('button', { name: 'When it is let go' }).click();
  const pedal = page.getByRole('button', { name: 'Simulated foot switch' });
  await pedal.hover();
  await page.mouse.down();
  await page.waitForTimeout(300);
  await expect(pedal).toHaveText('Down');
  await page.mouse.up();
  await page.keyboard.press('Escape');
  await expect(stepsLeft(page)).not.toHaveText(before ?? '');
  const left = (await stepsLeft(page).textContent()) ?? '';
  expect(left).toMatch(/^[0-9]+ steps left/);
  // A foot that only touches it does nothing.
  await page.waitForTimeout(BETWEEN_TAPS_MS);
  await page.keyboard.press('Space');
  await page.waitForTimeout(BETWEEN_TAPS_MS);
  await expect(stepsLeft(page)).toHaveText(left);
  await page.keyboard.down('Space');
  await page.waitForTimeout(BETWEEN_TAPS_MS);
  await page.keyboard.up('Space');
  await expect(stepsLeft(page)).not.toHaveText(left);
});

test('the whole demo run from its first hole to its last piece by one key', async ({ app, page }) => {
  test.setTimeout(480_000);
  await page.goto(`${app.address}/demo/runs`);
  await page.getByRole('link', { name: /Spring fair stock/ }).click();
  await page.getByRole('link', { name: 'To the saw' }).click();
  const passed = await goOnTo(page, 'All is sawn');
  for (const kind of [
    'Make the blanks ready',
    'Pattern on, layers held',
    'Drill',
    'Thread the blade',
    'Saw',
    'Try the first one',
  ])
    expect(passed).toContain(kind);
  await page.getByRole('link', { name: 'The record' }).click();
  const whale = page.getByRole('article', { name: 'Rocking whale' });
  await expect(whale).toContainText('0 of 8 assembled');
  await expect(page.getByRole('table')).toContainText('All parts');
});

test('a run of nothing has nothing to be sawn, and says so', async ({ app, page }) => {
  const run = await runOfPlates(page, app.address);
  await page.getByLabel('Copies of Plate', { exact: true }).fill('0');
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.goto(`${run}/bench`);
  await expect(stepNow(page)).toHaveText('Nothing is to be sawn');
});

test('by touch on a tablet: targets for a glove, all in view', async ({ app, browser }) => {
  const context = await browser.newContext({ viewport: { width: 1024, height: 768 }, hasTouch: true });
  const page = await context.newPage();
  await page.goto(`${app.address}/demo/runs`);
  await page.getByRole('link', { name: /Spring fair stock/ }).tap();
  await page.getByRole('link', { name: 'To the saw' }).tap();
  await expect(stepNow(page)).toBeVisible();
  for (let n = 0; n < 8; n++) {
    const left = (await stepsLeft(page).textContent()) ?? '';
    await page.waitForTimeout(BETWEEN_TAPS_MS);
    await page.getByRole('button', { name: /^(Done|Pass good)$/ }).tap();
    await expect(stepsLeft(page)).not.toHaveText(left);
  }
  await goOnTo(page, 'Saw');
  for (const target of await page.locator('main button, main a[href]').all()) {
    const box = await target.boundingBox();
    expect(box?.height, (await target.textContent()) ?? '').toBeGreaterThanOrEqual(64);
    expect((box?.y ?? 0) + (box?.height ?? 0)).toBeLessThanOrEqual(768);
  }
  await page.getByRole('button', { name: 'Back' }).tap();
  await expect(stepNow(page)).not.toHaveText('Saw');
  await context.close();
});

test('a blade that broke is one less in the drawer, the next step puts in another; taken back it is there again', async ({
  app,
  page,
  context,
}) => {
  await runOfPlates(page, app.address);
  await page.getByRole('link', { name: 'To the saw' }).click();
  await goOnTo(page, 'Change the blade');
  const goesIn = (await page.getByText(/ goes in, teeth down\.$/).textContent()) ?? '';
  const [, size = '', form = ''] = /^Number (\S+), (\S+) teeth/.exec(goesIn) ?? [];
  await goOnTo(page, 'Saw');
  const drawer = await context.newPage();
  await drawer.goto(`${app.address}/blades?blade=${size}-${form}`);
  await drawer.getByRole('textbox', { name: 'How many' }).fill('3');
  await drawer.getByRole('button', { name: 'There are 3' }).click();
  const left = drawer.getByRole('status', { name: 'How many' });
  await expect(left).toHaveText('3 left, one of them in the saw');
  await page.getByRole('button', { name: 'Blade broke' }).click();
  await expect(stepNow(page)).toHaveText('Change the blade');
  await expect(left).toHaveText('2 left');
  await tap(page, 'Backspace');
  await expect(stepNow(page)).toHaveText('Saw');
  await expect(left).toHaveText('3 left, one of them in the saw');
});

test('what was noticed and a photo stand in the record, and can be taken back; copies are put together', async ({
  app,
  page,
}) => {
  const run = await runOfPlates(page, app.address);
  await page.getByRole('link', { name: 'To the saw' }).click();
  await goOnTo(page, 'Saw');
  await page.getByRole('button', { name: 'Burnt' }).click();
  await page.getByRole('button', { name: 'Note…' }).click();
  await page.getByLabel('What to remember').fill('Tape over the pattern next time');
  await page
    .getByLabel('Photo of the work')
    .setInputFiles({ name: 'saw.txt', mimeType: 'text/plain', buffer: Buffer.from('no') });
  await expect(page.getByText('cannot be read as a picture')).toBeVisible();
  const picture = await page.screenshot({ clip: { x: 0, y: 0, width: 200, height: 100 } });
  await page.getByLabel('Photo of the work').setInputFiles({ name: 'saw.png', mimeType: 'image/png', buffer: picture });
  await expect(page.getByRole('img', { name: 'The photo' })).toBeVisible();
  await page.getByRole('button', { name: 'Keep the note' }).click();
  await goOnTo(page, 'All is sawn');
  await page.goto(`${run}/record`);
  const plate = page.getByRole('article', { name: 'Plate' });
  await expect(plate).toContainText('0 of 6 assembled, 6 ready to be');
  await plate.getByRole('button', { name: 'All 6 copies' }).dblclick();
  await expect(plate).toContainText('6 of 6 assembled, 0 ready to be');
  const log = page.getByRole('region', { name: 'What was done' });
  await expect(log).toContainText('Tape over the pattern next time');
  const photo = log.getByRole('img', { name: 'Photo of the work' });
  await expect.poll(() => photo.evaluate((img) => (img as HTMLImageElement).naturalWidth)).toBe(200);
  await log.getByRole('button', { name: /^Take back: Burnt/ }).click();
  await expect(log.getByText(/^Burnt/)).toHaveCount(0);
  await expect(page.getByRole('img', { name: /^Clocked minutes/ })).toBeVisible();
});

test('holes are listed by their bits; a bit that is missing is told with what the nearest comes to', async ({
  app,
  page,
}) => {
  await page.goto(`${app.address}/demo/runs`);
  await page.getByRole('link', { name: /Spring fair stock/ }).click();
  const drilling = page.getByRole('region', { name: 'Drilling' });
  await expect(drilling).toContainText('7/32" is at hand: sand what goes in.');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    drilling.getByRole('button', { name: 'Drill points (CSV)' }).click(),
  ]);
  expect(download.suggestedFilename()).toMatch(/\.csv$/);
  await page.goto(`${app.address}/demo/blades`);
  const bits = page.getByRole('region', { name: 'Drill bits' });
  await bits.getByLabel('Diameter of a bit').fill('1/4');
  await bits.getByRole('button', { name: 'Add the bit' }).dblclick();
  await expect(bits.getByText(/^1\/4.* twist$/)).toHaveCount(1);
  await page.goBack();
  await expect(drilling).not.toContainText('sand what goes in');
});

test('a stack is watched as it is sawn, cut by cut', async ({ app, page }) => {
  await page.goto(`${app.address}/demo/runs`);
  await page.getByRole('link', { name: /Spring fair stock/ }).click();
  await page
    .getByRole('button', { name: /^Open the stack Tray/ })
    .first()
    .click();
  await page.getByRole('button', { name: 'Watch it sawn' }).first().click();
  const told = page.getByRole('status', { name: 'Cut in view' });
  await expect(told).toContainText(/^1 of 5, an inside cut/);
  for (let n = 0; n < 4; n++) await page.getByRole('button', { name: 'Next cut' }).click();
  await expect(told).toContainText(/^5 of 5, the outline/);
  await page.getByRole('button', { name: '60 ×' }).click();
  await page.getByRole('button', { name: 'Play' }).click();
  await expect(page.getByRole('slider', { name: 'How far it is sawn' })).not.toHaveValue('0');
  await page.getByRole('button', { name: 'Stop' }).click();

  // An order of one's own is kept with the run, with the rule that it breaks; the cut that was moved stays in view.
  await page.getByRole('button', { name: 'Cut before' }).click();
  await expect(told).toContainText(/^4 of 5, an inside cut/);
  await page.getByRole('button', { name: 'Saw it last' }).click();
  await expect(told).toContainText(/^5 of 5, an inside cut/);
  await expect(page.getByText('Your own order.')).toContainText(
    'Cut 5 comes too late: cuts of its kind, blade and tilt have their turn before',
  );
  await page.getByRole('button', { name: 'Earlier' }).click();
  await expect(told).toContainText(/^4 of 5, an inside cut/);
  await page.getByRole('button', { name: 'Earlier' }).click();
  await expect(page.getByText('Your own order.')).not.toContainText('too late');
  await page.getByRole('button', { name: 'Close' }).last().click();
  await page.reload();
  await page
    .getByRole('button', { name: /^Open the stack Tray/ })
    .first()
    .click();
  await page.getByRole('button', { name: 'Watch it sawn' }).first().click();
  await page.getByRole('button', { name: 'Take the order found' }).click();
  await expect(page.getByText('Your own order.')).toHaveCount(0);
});

test('a pass that is broken off is taken up at the cut where it stopped', async ({ app, page }) => {
  const openings = [10, 40, 70].map((x) => `<rect x="${x}" y="20" width="20" height="20"/>`).join('');
  const slotted = svgFile(
    'grid.svg',
    `<svg width="100mm" viewBox="0 0 100 60"><rect width="100" height="60"/>${openings}</svg>`,
  );
  await bringDrawing(page, app.address, slotted);
  await page.getByRole('button', { name: 'Keep as a template' }).click();
  await page.getByRole('button', { name: 'Make some' }).click();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.getByRole('link', { name: 'To the saw' }).click();
  await goOnTo(page, 'Saw');
  const sawn = page.getByRole('status', { name: 'Cuts sawn' });
  await expect(sawn).toHaveText('0 of 4 sawn');
  await page.getByRole('button', { name: 'Cut 1 is sawn' }).click();
  await expect(sawn).toHaveText('1 of 4 sawn');
  await page.waitForTimeout(BETWEEN_TAPS_MS);
  await page.getByRole('button', { name: 'Cut 2 is sawn' }).click();
  await expect(sawn).toHaveText('2 of 4 sawn');
  // The evening: the page is closed, and opened again the next day.
  await page.reload();
  await expect(sawn).toHaveText('2 of 4 sawn');
  await expect(page.getByRole('button', { name: 'Cut 3 is sawn' })).toBeVisible();
  await page.getByRole('button', { name: 'Back' }).click();
  await expect(sawn).toHaveText('1 of 4 sawn');
  await tap(page, 'Space');
  await expect(stepNow(page)).not.toHaveText('Saw');
});

test('corners are told as the maker likes to saw them', async ({ app, page }) => {
  const run = await runOfPlates(page, app.address);
  const watch = async () => {
    await page.getByRole('button', { name: 'Open the stack Part 1' }).click();
    await page.getByRole('button', { name: 'Watch it sawn' }).click();
  };
  await watch();
  await expect(page.getByText('Each of its 4 corners: loop through the waste.')).toBeVisible();
  await page.goto(`${app.address}/shop`);
  await page.getByRole('combobox', { name: 'Sharp corners' }).click();
  await page.getByRole('option', { name: 'Turned on the spot' }).click();
  await expect(page.getByText('Saved', { exact: true }).first()).toBeVisible();
  await page.goto(run);
  await watch();
  await expect(page.getByText('Each of its 4 corners: turn on the spot.')).toBeVisible();
});

test('the pieces of a puzzle are ticked where they lie, on every device, and unticked', async ({
  app,
  page,
  browser,
}) => {
  await page.goto(`${app.address}/demo/templates`);
  await page.getByRole('link', { name: /Hedgehog jigsaw/ }).click();
  await page.getByRole('button', { name: 'Make some' }).dblclick();
  await expect(page.getByText('At the saw in all').first()).toBeVisible();
  const bench = `${page.url()}/bench`;
  await page.goto(bench);
  const piece = (number: number, on = page) =>
    on.getByRole('checkbox', { name: `Piece ${String(number)} of Hedgehog` });
  const pieces = (on = page) => on.getByRole('button', { name: 'Its pieces' });
  await expect(async () => {
    if ((await pieces().count()) === 0) await page.keyboard.press('Space');
    await expect(pieces()).toBeVisible({ timeout: 1500 });
  }).toPass();
  await pieces().click();
  await piece(3).dblclick();
  await expect(page.getByRole('status', { name: 'Pieces off' })).toHaveText('1 of 8 pieces off');
  const other = await browser.newPage();
  await other.goto(bench);
  await pieces(other).click();
  await expect(piece(3, other)).toBeChecked();
  await piece(5, other).focus();
  await other.keyboard.press('Enter');
  await expect(piece(5)).toBeChecked();
  await piece(3).click();
  await expect(piece(3, other)).not.toBeChecked();
  await page.reload();
  await pieces().click();
  await expect(page.getByRole('status', { name: 'Pieces off' })).toHaveText('1 of 8 pieces off');
});

test('a product that is due first is sawn first, and its price stands with the wishes', async ({ app, page }) => {
  await page.goto(`${app.address}/demo/runs`);
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
});
