import { bringDrawing, expect, page, runOfPlates, svgFile, test } from '../testing/app.test-support';

/** A foot is no faster; taps closer together are one that bounced. */
const BETWEEN_TAPS_MS = 520;

const stepNow = () => page.getByRole('status', { name: 'This step' });
const stepsLeft = () => page.getByRole('status', { name: 'Steps left' });

async function tap(key: string): Promise<void> {
  page.later(BETWEEN_TAPS_MS);
  await page.keyboard.press(key);
}

/** Presses the foot switch until a step is in view, and says which were passed. */
async function goOnTo(wanted: string, most = 400): Promise<string[]> {
  const passed: string[] = [];
  for (let n = 0; n < most; n++) {
    // Both of one moment.
    const [step, left] = [await stepNow().textContent(), stepsLeft().now()];
    if (step === wanted) return passed;
    if (stepNow().now() !== step) continue;
    if (left.startsWith('0 ')) {
      await expect(stepNow()).toHaveText(wanted);
      return passed;
    }
    passed.push(step);
    await tap('Space');
    const number = (text: string): string => /^\d+/.exec(text)?.[0] ?? text;
    await page.until(
      () => (number(stepsLeft().now()) !== number(left) ? true : null),
      () => `a tap at "${step}" did nothing: ${left}`,
    );
    // A foot is slower than a plan.
    await page.rest();
  }
  throw new Error(`"${wanted}" was not come to`);
}

test('six plates from the first blank to the last, by one key; back takes back', async () => {
  const run = await runOfPlates();
  await page.getByRole('link', { name: 'To the saw' }).click();
  await expect(stepNow()).toHaveText('Make the blanks ready');
  const passed = await goOnTo('Saw');
  expect(passed).toEqual(['Make the blanks ready', 'Pattern on, layers held', 'Change the blade']);
  await tap('Space');
  await expect(stepNow()).toHaveText('Apart, patterns off');
  await tap('Backspace');
  await expect(stepNow()).toHaveText('Saw');
  await goOnTo('All is sawn');
  await expect(page.getByText('6 good pieces.')).toBeVisible();
  await page.getByRole('link', { name: 'To the run' }).click();
  await expect(page.getByRole('status', { name: 'Progress' })).toHaveText('6 of 6 pieces good');
  expect(page.path()).toBe(run);
  await page.getByRole('link', { name: 'Record' }).click();
  await page.getByRole('button', { name: 'All 6 copies' }).click();
  await expect(page.getByRole('article', { name: 'Plate' })).toContainText('6 of 6 assembled');
});

test('a switch that bounces is one tap', async () => {
  await runOfPlates();
  await page.getByRole('link', { name: 'To the saw' }).click();
  await expect(stepNow()).toHaveText('Make the blanks ready');
  page.later(BETWEEN_TAPS_MS);
  await page.keyboard.press('Space');
  await page.keyboard.press('Space');
  await page.rest();
  await expect(stepNow()).toHaveText('Pattern on, layers held');
  await tap('Space');
  await expect(stepNow()).toHaveText('Change the blade');
});

test('a layer spoiled in two taps is planned again at once; what is done stays', async () => {
  await runOfPlates();
  await page.getByRole('link', { name: 'To the saw' }).click();
  await goOnTo('Saw');
  await page.getByRole('button', { name: 'Spoiled…' }).click();
  await page.getByRole('group', { name: 'Which layer' }).getByRole('button').first().click();
  await page.getByRole('group', { name: 'Why' }).getByRole('button', { name: 'Burnt' }).click();
  await expect(page.getByText('1 layer of this pass spoiled')).toBeVisible();
  await expect(page.getByRole('alert', { name: 'Made up for' })).toContainText('1 × Part 1 is made again');
  await page.getByRole('button', { name: 'Good', exact: true }).click();
  await goOnTo('All is sawn');
  await expect(page.getByText('6 good pieces, 1 spoiled.')).toBeVisible();
});

test('a foot switch that acts when it is let go, and its stand-in on the screen', async () => {
  await runOfPlates();
  await page.getByRole('link', { name: 'To the saw' }).click();
  const before = await stepsLeft().textContent();
  await page.getByRole('button', { name: 'Foot switch' }).click();
  await page.getByRole('button', { name: 'When it is let go' }).click();
  const pedal = page.getByRole('button', { name: 'Simulated foot switch' });
  await pedal.hold();
  page.later(300);
  await expect(pedal).toHaveText('Down');
  await pedal.letGo();
  await page.keyboard.press('Escape');
  await expect(stepsLeft()).not.toHaveText(before);
  const left = await stepsLeft().textContent();
  expect(left).toMatch(/^[0-9]+ steps left/);
  // A foot that only touches it does nothing.
  page.later(BETWEEN_TAPS_MS);
  await page.keyboard.press('Space');
  page.later(BETWEEN_TAPS_MS);
  await expect(stepsLeft()).toHaveText(left);
  await page.keyboard.down('Space');
  page.later(BETWEEN_TAPS_MS);
  await page.keyboard.up('Space');
  await expect(stepsLeft()).not.toHaveText(left);
});

test('the whole demo run from its first hole to its last piece by one key', async () => {
  await page.goto('/demo/runs');
  await page.getByRole('link', { name: /Spring fair stock/ }).click();
  await page.getByRole('link', { name: 'To the saw' }).click();
  const passed = await goOnTo('All is sawn');
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
}, 600_000);

test('a run of nothing has nothing to be sawn, and says so', async () => {
  const run = await runOfPlates();
  await page.getByLabel('Copies of Plate', { exact: true }).fill('0');
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.goto(`${run}/bench`);
  await expect(stepNow()).toHaveText('Nothing is to be sawn');
});

test('a blade that broke is one less in the drawer, the next step puts in another; taken back it is there again', async () => {
  await runOfPlates();
  await page.getByRole('link', { name: 'To the saw' }).click();
  await goOnTo('Change the blade');
  const goesIn = await page.getByText(/ goes in, teeth down\.$/).textContent();
  const [, size = '', form = ''] = /^Number (\S+), (\S+) teeth/.exec(goesIn) ?? [];
  await goOnTo('Saw');
  const bench = page.path();
  const drawer = `/blades?blade=${size}-${form}`;
  const left = page.getByRole('status', { name: 'How many' });
  await page.goto(drawer);
  await page.getByRole('textbox', { name: 'How many' }).fill('3');
  await page.getByRole('button', { name: 'There are 3' }).click();
  await expect(left).toHaveText('3 left, one of them in the saw');
  await page.goto(bench);
  await page.getByRole('button', { name: 'Blade broke' }).click();
  await expect(stepNow()).toHaveText('Change the blade');
  await page.goto(drawer);
  await expect(left).toHaveText('2 left');
  await page.goto(bench);
  await expect(stepNow()).toHaveText('Change the blade');
  await tap('Backspace');
  await expect(stepNow()).toHaveText('Saw');
  await page.goto(drawer);
  await expect(left).toHaveText('3 left, one of them in the saw');
});

test('a stack is watched as it is sawn, cut by cut', async () => {
  await page.goto('/demo/runs');
  await page.getByRole('link', { name: /Spring fair stock/ }).click();
  await page.getByRole('button', { name: 'Open the stack Tray', exact: true }).first().click();
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
  await page.getByRole('button', { name: 'Open the stack Tray', exact: true }).first().click();
  await page.getByRole('button', { name: 'Watch it sawn' }).first().click();
  await page.getByRole('button', { name: 'Take the order found' }).click();
  await expect(page.getByText('Your own order.')).toHaveCount(0);
});

test('a pass that is broken off is taken up at the cut where it stopped', async () => {
  const openings = [10, 40, 70].map((x) => `<rect x="${x}" y="20" width="20" height="20"/>`).join('');
  const slotted = svgFile(
    'grid.svg',
    `<svg width="100mm" viewBox="0 0 100 60"><rect width="100" height="60"/>${openings}</svg>`,
  );
  await bringDrawing(slotted);
  await page.getByRole('button', { name: 'Keep as a template' }).click();
  await page.getByRole('button', { name: 'Make some' }).click();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.getByRole('link', { name: 'To the saw' }).click();
  await goOnTo('Saw');
  const sawn = page.getByRole('status', { name: 'Cuts sawn' });
  await expect(sawn).toHaveText('0 of 4 sawn');
  await page.getByRole('button', { name: 'Cut 1 is sawn' }).click();
  await expect(sawn).toHaveText('1 of 4 sawn');
  page.later(BETWEEN_TAPS_MS);
  await page.getByRole('button', { name: 'Cut 2 is sawn' }).click();
  await expect(sawn).toHaveText('2 of 4 sawn');
  // The evening: the page is closed, and opened again the next day.
  await page.reload();
  await expect(sawn).toHaveText('2 of 4 sawn');
  await expect(page.getByRole('button', { name: 'Cut 3 is sawn' })).toBeVisible();
  await page.getByRole('button', { name: 'Back' }).click();
  await expect(sawn).toHaveText('1 of 4 sawn');
  await tap('Space');
  await expect(stepNow()).not.toHaveText('Saw');
});

test('corners are told as the maker likes to saw them', async () => {
  const run = await runOfPlates();
  const watch = async () => {
    await page.getByRole('button', { name: 'Open the stack Part 1' }).click();
    await page.getByRole('button', { name: 'Watch it sawn' }).click();
  };
  await watch();
  await expect(page.getByText('Each of its 4 corners: loop through the waste.')).toBeVisible();
  await page.goto('/shop');
  await page.getByRole('combobox', { name: 'Sharp corners' }).click();
  await page.getByRole('option', { name: 'Turned on the spot' }).click();
  await expect(page.getByText('Saved', { exact: true }).first()).toBeVisible();
  await page.goto(run);
  await watch();
  await expect(page.getByText('Each of its 4 corners: turn on the spot.')).toBeVisible();
});
