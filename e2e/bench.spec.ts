import type { Locator } from '@playwright/test';
import { expect, runOfPlates, test, type Page } from './app';

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
