import { demoRun, expect, still, test, type Page } from './app';
import { sawnPart } from '../packages/web/src/testing/sawn-parts.test-support';
import { keepTemplate } from './kept-template';

const PLACES = [
  '/demo/runs',
  '/demo/templates',
  '/demo/blades?blade=7-skip',
  '/demo/woods',
  '/demo/shop',
  '/templates',
  '/runs',
];
const LONG =
  'A name that somebody typed without a thought for the width of any screen, and then went on typing for a while';

/** Nothing reaches past the right edge of the window. */
const overflow = (page: Page): Promise<number> =>
  page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);

test('no view is wider than its window, at a table, beside the saw and in a hand', async ({ app, page }) => {
  const run = await demoRun(page, app.address);
  for (const path of [...PLACES, run, `${run}/bench`, `${run}/record`]) {
    // In the hand first, where what is too wide has the least room.
    await page.setViewportSize({ width: 390, height: 800 });
    await page.goto(app.address + path);
    await expect(page.getByRole('main')).toBeVisible();
    for (const width of [390, 1024, 1280]) {
      await page.setViewportSize({ width, height: 800 });
      await expect.poll(() => overflow(page), { message: `${path} at ${String(width)}` }).toBe(0);
      await expect(page.locator('body')).not.toContainText(/undefined|NaN|\[object/);
    }
  }
});

/** WCAG 2 contrast of two sRGB colours. */
function contrast(a: readonly number[], b: readonly number[]): number {
  const luminance = (rgb: readonly number[]): number => {
    const [r = 0, g = 0, blue = 0] = rgb.map((value) => {
      const share = value / 255;
      return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4;
    });
    return 0.2126 * r + 0.7152 * g + 0.0722 * blue;
  };
  const [light = 0, dark = 0] = [luminance(a), luminance(b)].sort((x, y) => y - x);
  return (light + 0.05) / (dark + 0.05);
}

/** What stands on the page, its colour and what is behind it. */
const coloursOfText = (page: Page) =>
  page.evaluate(() => {
    const rgb = (text: string): number[] => (text.match(/[\d.]+/g) ?? []).map(Number);
    const behind = (element: Element | null): number[] => {
      for (let at = element; at; at = at.parentElement) {
        const colour = rgb(getComputedStyle(at).backgroundColor);
        if (colour.length === 3 || colour[3] === 1) return colour.slice(0, 3);
      }
      return [255, 255, 255];
    };
    return [
      ...document.querySelectorAll('header a, main p, main h2, main h3, main td, main th, main button, main span'),
    ]
      .filter(
        (element) =>
          element.textContent?.trim() &&
          !(element as HTMLButtonElement).disabled &&
          element.getClientRects().length > 0,
      )
      .map((element) => ({
        text: element.textContent?.trim().slice(0, 40),
        colour: rgb(getComputedStyle(element).color).slice(0, 3),
        behind: behind(element),
        faded: Number(getComputedStyle(element).opacity) < 1,
      }))
      .filter(({ faded }) => !faded);
  });

test('text stands out from what is behind it, by day and by night', async ({ app, page }) => {
  await page.goto(app.address + (await demoRun(page, app.address)));
  await expect(page.getByText('At the saw in all')).toBeVisible();
  await still(page);
  for (const colorScheme of ['light', 'dark'] as const) {
    await page.emulateMedia({ colorScheme });
    const pairs = await coloursOfText(page);
    expect(pairs.length).toBeGreaterThan(50);
    const faint = pairs.filter(({ colour, behind }) => contrast(colour, behind) < 4.5);
    expect(faint.map(({ text, colour, behind }) => `${String(text)} ${String(colour)} on ${String(behind)}`)).toEqual(
      [],
    );
  }
});

test('two hundred parts with long names: the run plans, the page scrolls, nothing is cut off', async ({
  app,
  page,
}) => {
  const parts = Array.from({ length: 200 }, (_, i) =>
    sawnPart({
      name: i === 0 ? LONG : `Piece ${String(i)}`,
      woodId: ['cherry', 'red-oak', 'birch-plywood', 'walnut'][i % 4] ?? 'cherry',
      corners: [
        [40 + (i % 30), 0],
        [20, 45],
      ],
    }),
  );
  await keepTemplate(page, app.address, LONG, parts);
  await expect(page.getByRole('list', { name: 'Parts' }).getByRole('listitem')).toHaveCount(200);
  await page.getByRole('button', { name: 'Make some' }).click();
  await expect(page.getByText('At the saw in all')).toBeVisible();
  await page.getByLabel(`Copies of ${LONG}`, { exact: true }).fill('9');
  const strip = page.getByRole('list', { name: 'The order of the work' });
  // 200 parts, 9 of each.
  await expect(strip.getByRole('listitem').first()).toContainText('1800');
  // Stacks are drawn as one comes to them: thousands at once would hold up the page.
  const wall = page.getByRole('region', { name: 'The wall of stacks' });
  const more = wall.getByRole('button', { name: /more stacks$/ }).first();
  const drawn = await wall.getByRole('article').count();
  expect(drawn).toBeLessThan(100);
  await more.press('Enter');
  await expect.poll(() => wall.getByRole('article').count()).toBeGreaterThan(drawn);
  expect(await overflow(page)).toBe(0);
  // The sheet draws what is near the window, says how many pages there are, and all of them are printed.
  await page.getByRole('link', { name: 'Cut sheet' }).click();
  const told = /About (\d+) pages/.exec((await page.getByText(/^About \d+ pages/).textContent()) ?? '');
  expect(await page.getByRole('img', { name: 'at true size' }).count()).toBeLessThan(40);
  const pages = pagesOf(await page.pdf({ preferCSSPageSize: true }));
  expect(pages).toBeGreaterThan(50);
  expect(Math.abs(Number(told?.[1]) / pages - 1)).toBeLessThanOrEqual(0.1);
});

/** Pages of a file as it was printed. */
const pagesOf = (pdf: Buffer): number => pdf.toString('latin1').match(/\/Type\s*\/Page\b/g)?.length ?? 0;

test('the sheet prints on as many pages as it needs, in the paper of the shop', async ({ app, page }) => {
  await page.goto(`${app.address}${await demoRun(page, app.address)}/sheet`);
  await expect(page.getByText('Stacks, in the order of sawing')).toBeVisible();
  const pdf = await page.pdf({ preferCSSPageSize: true });
  // US Letter is 612 by 792 points; PDF has 72 to the inch.
  expect(pdf.toString('latin1')).toMatch(/\/MediaBox\s*\[\s*0\s+0\s+612\s+792\s*\]/);
  expect(pagesOf(pdf)).toBeGreaterThan(3);
});

test('what has the focus is seen, stop after stop, by day and by night', async ({ app, page }) => {
  await page.goto(app.address + (await demoRun(page, app.address)));
  await expect(page.getByText('At the saw in all')).toBeVisible();
  await still(page);
  for (const colorScheme of ['light', 'dark'] as const) {
    await page.emulateMedia({ colorScheme });
    for (let stop = 0; stop < 14; stop++) {
      await page.keyboard.press('Tab');
      const held = await page.evaluateHandle(() => document.activeElement as HTMLElement);
      // A date has stops inside of it; taken away and given back, the field does not hear of them.
      const isNew = await held.evaluate(({ dataset }) => {
        const wasHere = dataset['stop'] !== undefined;
        dataset['stop'] = '';
        return !wasHere;
      });
      if (!isNew) continue;
      const box = await held.boundingBox();
      if (!box) throw new Error('what has the focus is not on the page');
      const clip = {
        x: Math.max(0, box.x - 8),
        y: Math.max(0, box.y - 8),
        width: box.width + 16,
        height: box.height + 16,
      };
      const focused = await page.screenshot({ clip });
      await held.evaluate((element) => element.blur());
      const name = await held.evaluate((element) => element.outerHTML.slice(0, 120));
      await expect
        .poll(async () => (await page.screenshot({ clip })).equals(focused), { message: name, timeout: 5000 })
        .toBe(false);
    }
  }
});

test('the keyboard alone: find, mark a pass, read the keys', async ({ app, page }) => {
  await page.goto(app.address + (await demoRun(page, app.address)));
  const box = page.getByRole('checkbox', { name: /^Pass 1 of Boat tag .* to saw$/ }).first();
  await box.focus();
  await page.keyboard.press('Space');
  await expect(page.getByRole('status', { name: 'Progress' })).toContainText('20 of 188');
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog')).toContainText('take back the last change');
  await page.keyboard.press('Escape');
  await page.keyboard.press('Control+k');
  await expect(page.getByRole('combobox', { name: /Find a run/ })).toBeFocused();
});
