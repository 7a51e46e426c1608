import { expect, test } from './app';

test('a body of layers: a hole left out of the back is asked about, given back, and said to be meant', async ({
  app,
  page,
}) => {
  await page.goto(`${app.address}/demo/templates`);
  await page.getByRole('link', { name: /Lantern money box/ }).click();
  const lantern = page.getByRole('group', { name: 'Lantern' });
  await expect(
    lantern.getByRole('img', { name: 'Lantern: Front, Slotted, Slotted, Hollow, Back, from the front' }),
  ).toBeVisible();
  await expect(lantern.getByText('meant?')).toHaveCount(0);
  const inBack = lantern.getByRole('checkbox', { name: /^a hole, line \d, in layer 5, Back$/ });
  await inBack.click();
  await expect(lantern).toContainText('A hole in Front, none in Back: meant?');
  await lantern.getByRole('button', { name: 'Put it in both' }).click();
  await expect(lantern.getByText('meant?')).toHaveCount(0);
  await expect(inBack).toBeChecked();
  await inBack.click();
  await lantern.getByRole('button', { name: 'It is meant' }).click();
  await expect(lantern.getByText('meant?')).toHaveCount(0);
  // A part of two layers of which one gets the window becomes two parts.
  await lantern.getByRole('checkbox', { name: 'an inside cut, line 2, in layer 2, Slotted' }).click();
  await expect(page.getByRole('list', { name: 'Parts' })).toContainText('1 × Slotted B');
  await page.reload();
  await expect(lantern.getByText('meant?')).toHaveCount(0);
  await expect(page.getByRole('list', { name: 'Parts' })).toContainText('1 × Slotted B');
});

test('a stack of unlike layers: opened, its phases ticked, and a phase left out is told before glue', async ({
  app,
  page,
}) => {
  await page.goto(`${app.address}/demo/`);
  await page.getByRole('link', { name: /Spring fair stock/ }).click();
  const progress = page.getByRole('status', { name: 'Progress' });
  await expect(progress).toContainText('13 of 188');
  const stack = page.getByRole('article', { name: /^Lantern money box, Front \/ Back/ });
  await stack.getByRole('button', { name: 'Open the stack Front / Back' }).click();
  const inside = page.getByRole('dialog', { name: 'Front / Back' });
  await expect(inside.getByRole('list', { name: 'Phases, in order' })).toContainText('A hole and the outline');
  await expect(inside).toContainText('Lay the layers on each other by their register marks');
  await inside.getByRole('button', { name: 'Close' }).click();

  // The outline first, by mistake: the window is told to be missing, until it is done too.
  const box = (phase: string) => stack.getByRole('checkbox', { name: new RegExp(`^Pass 1 of Front / Back, ${phase}`) });
  await box('phase 2').click();
  await expect(stack).toContainText('Not yet done: an inside cut in 2 × Front, phase 1. Look before you glue.');
  await expect(progress).toContainText('16 of 188');
  await page.reload();
  await expect(stack).toContainText('Look before you glue.');
  await box('phase 1').click();
  await expect(progress).toContainText('16 of 188');
  await expect(stack).toHaveCount(1);
  await expect(stack.getByText('Look before you glue.')).toHaveCount(0);
});

test('a wish for a stack is kept, costs what the strip says, and is taken back', async ({ app, page }) => {
  await page.goto(`${app.address}/demo/`);
  await page.getByRole('link', { name: /Spring fair stock/ }).click();
  const strip = page.getByRole('list', { name: 'The order of the work' });
  const mixed = page.getByRole('article', { name: /^Lantern money box, (Front \/ Back|Slotted \/ Hollow)/ });
  await expect(mixed).toHaveCount(2);
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
  await expect(mixed).toHaveCount(1);
  await expect(strip).toContainText(/[+−]\d+ min/);
  await page.reload();
  await expect(mixed).toHaveCount(1);
  const foot = page.getByLabel('What the stacks give');
  await expect(foot).toContainText('138 needed + 16 spare − 13 good already');
});
