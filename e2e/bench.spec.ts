import type { Locator } from '@playwright/test';
import { expect, later, runOfPlates, test, type Page } from './app';

/** A foot is no faster; taps closer together are one that bounced. */
const BETWEEN_TAPS_MS = 520;

const stepNow = (page: Page): Locator => page.getByRole('status', { name: 'This step' });
const stepsLeft = (page: Page): Locator => page.getByRole('status', { name: 'Steps left' });

async function tap(page: Page, key: string): Promise<void> {
  await later(page, BETWEEN_TAPS_MS);
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

test('by touch on a tablet: targets for a glove, all in view', async ({ app, browser }) => {
  const context = await browser.newContext({ viewport: { width: 1024, height: 768 }, hasTouch: true });
  const page = await context.newPage();
  await page.goto(`${app.address}/demo/runs`);
  await page.getByRole('link', { name: /Spring fair stock/ }).tap();
  await page.getByRole('link', { name: 'To the saw' }).tap();
  await expect(stepNow(page)).toBeVisible();
  for (let n = 0; n < 8; n++) {
    const left = (await stepsLeft(page).textContent()) ?? '';
    await later(page, BETWEEN_TAPS_MS);
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
