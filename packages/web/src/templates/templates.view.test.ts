import {
  bringDrawing,
  expect,
  keepTemplate,
  page,
  runOfPlates,
  svgFile,
  test,
  textFile,
} from '../testing/app.test-support';
import { sawnPart } from '../testing/sawn-parts.test-support';

/** A file that comes sooner after another was dropped twice by one hand, and is not taken. */
const BETWEEN_FILES_MS = 700;

test('a body of layers: a hole left out of the back is asked about, given back, and said to be meant', async () => {
  await page.goto('/demo/templates');
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

test('parts of one wood are laid close together, and as drawn again', async () => {
  await page.goto('/demo/templates');
  await page.getByRole('link', { name: /Rocking whale/ }).click();
  const pair = page.getByRole('group', { name: 'Rocker, Fin' });
  await expect(page.getByRole('list', { name: 'Parts' })).toBeVisible();
  if ((await pair.count()) === 0) {
    // The fin has layers of its own: it shares a blank with nothing until they are free.
    await page.getByRole('list', { name: 'Parts' }).getByRole('button', { name: /Fin/ }).click();
    await expect(page.getByRole('img', { name: /^Fin.* with its cuts$/ })).toBeVisible();
    await page.getByRole('switch', { name: 'Always so many layers' }).click();
  }
  await pair.getByRole('button', { name: 'Lay them close together' }).click();
  await expect(pair.getByRole('status')).toContainText(/% less wood|no less wood/);
  if ((await pair.getByText('% less wood').count()) > 0) {
    await pair.getByRole('button', { name: 'Each on its own again, as drawn' }).click();
    await expect(pair.getByRole('img')).toHaveCount(0);
  }
});

test('what one cut wants of a blade is said of it, given to all cuts of its part, and kept', async () => {
  await page.goto('/demo/templates');
  await page.getByRole('link', { name: /Lantern money box/ }).click();
  await page.getByRole('list', { name: 'Parts' }).getByRole('button', { name: /Front/ }).click();
  const cuts = page.getByRole('region', { name: 'How its cuts are sawn' });
  await cuts.getByRole('switch', { name: 'Leaves room for paint or glue' }).click();
  await expect(cuts.getByRole('button', { name: 'Outline: leaves room for paint or glue' })).toBeVisible();
  await cuts.getByRole('switch', { name: 'Narrow: its pieces hold each other' }).click();
  await expect(cuts.getByRole('switch', { name: 'Leaves room for paint or glue' })).not.toBeChecked();
  await cuts.getByRole('button', { name: 'Want the same of all its cuts' }).click();
  await expect(
    cuts.getByRole('button', { name: /^Inside cut \d: narrow: its pieces hold each other$/ }),
  ).not.toHaveCount(0);
  await page.reload();
  await page.getByRole('list', { name: 'Parts' }).getByRole('button', { name: /Front/ }).click();
  await expect(cuts.getByRole('button', { name: 'Want the same of all its cuts' })).toHaveCount(0);
  await expect(cuts.getByRole('button', { name: 'Outline: narrow: its pieces hold each other' })).toBeVisible();
});

test('duplicate and archive: a copy stands beside its original, the archived one is put away', async () => {
  await page.goto('/demo/templates');
  await page.getByRole('button', { name: 'More for Luggage tags' }).click();
  await page.getByRole('menuitem', { name: 'Duplicate' }).click();
  await expect(page.getByRole('heading', { name: 'Luggage tags, copy' })).toBeVisible();
  await page.getByRole('button', { name: 'More for Luggage tags, copy' }).click();
  await page.getByRole('menuitem', { name: 'Archive' }).click();
  await expect(page.getByRole('heading', { name: 'Luggage tags, copy' })).toBeHidden();
  await page.getByLabel('Archived too').check();
  await expect(page.getByRole('heading', { name: 'Luggage tags, copy' })).toBeVisible();
});
test('a template goes out as a file and comes into another shop; a file that is none says so', async () => {
  await runOfPlates();
  await page.goto('/templates');
  await page.getByRole('link', { name: /Plate/ }).click();
  await page.getByRole('button', { name: 'Save as a file' }).click();
  const file = await page.download(() => page.getByRole('menuitem', { name: /^JSON/ }).click());
  await page.goto('/demo/templates');
  const bring = (text: string) =>
    page.getByLabel('Template file').setInputFiles(textFile(file.name, 'application/json', text));
  await bring('{"program": "another"}');
  await expect(page.getByText('plate.json: This file holds no template', { exact: false })).toBeVisible();
  page.later(BETWEEN_FILES_MS);
  await bring(file.text.replace('"perCopy": 1', '"perCopy": -1'));
  await expect(page.getByText('parts[0].perCopy', { exact: false })).toBeVisible();
  page.later(BETWEEN_FILES_MS);
  await bring(file.text);
  await expect(page.getByLabel('Name of the template')).toHaveValue('Plate');
});

test('a kept drawing is shaped again, and replaced by a better one: parts keep their names', async () => {
  const tag = (hole: number) =>
    svgFile(
      'tag.svg',
      `<svg width="80mm" viewBox="0 0 80 80"><rect id="tag" width="60" height="30"/><circle id="eye" cx="10" cy="15" r="${String(hole)}"/></svg>`,
    );
  await bringDrawing(tag(4.3));
  await page.getByRole('button', { name: 'Keep as a template' }).click();
  await page.getByLabel('Name of the part').fill('Gull tag');
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.getByRole('link', { name: 'Shape tag.svg again' }).click();
  await page.getByRole('tab', { name: 'Shape' }).click();
  await page.getByRole('button', { name: 'Turn left' }).click();
  await page.locator('input[aria-label=Drawing]').setInputFiles(tag(3.175));
  await page.getByRole('tab', { name: 'Lines' }).click();
  await expect(page.getByText('Drilled hole')).toBeVisible();
  await page.getByRole('tab', { name: 'Keep' }).click();
  await page.getByRole('button', { name: 'Renew the parts' }).click();
  await expect(page.getByLabel('Name of the part')).toHaveValue('Gull tag');
  await expect(page.getByText('0 inside cuts')).toBeVisible();
});

test('a DXF without units asks what a unit is worth', async () => {
  const line = (x1: number, y1: number, x2: number, y2: number) =>
    ['0', 'LINE', '8', '0', '10', x1, '20', y1, '11', x2, '21', y2].join('\n');
  const square = [line(0, 0, 3, 0), line(3, 0, 3, 2), line(3, 2, 0, 2), line(0, 2, 0, 0)].join('\n');
  const text = `0\nSECTION\n2\nENTITIES\n${square}\n0\nENDSEC\n0\nEOF\n`;
  await bringDrawing(textFile('slip.dxf', 'image/vnd.dxf', text));
  await expect(page.getByText('How large is it?')).toBeVisible();
  await page.getByLabel(/One unit is an inch/).check();
  await expect(page.getByText('slip.dxf, 3″ × 2″')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Keep as a template' })).toBeEnabled();
});

test('more patterns than one file holds are told before, and after the first file the next holds those not printed yet', async () => {
  const corners = [
    [20, 0],
    [20, 20],
    [0, 20],
  ] as const;
  const tags = Array.from({ length: 1003 }, (_none, i) =>
    sawnPart({ name: `Tag ${String(i + 1)}`, woodId: 'cherry', corners }),
  );
  await keepTemplate('Thousand tags', tags);
  await page.getByRole('link', { name: 'Patterns' }).click();
  await expect(page.getByText('One file holds the first 1000 patterns of these.')).toBeVisible();
  // All are drawn alike: one row tells of them.
  await expect(page.getByRole('list', { name: 'Copies' })).toContainText('Tag 1 and 1002 drawn alike');
  const first = await page.download(() => page.getByRole('button', { name: 'PDF, true to size' }).click());
  expect(first.text.slice(0, 5)).toBe('%PDF-');
  await expect(page.getByText('One file holds')).toHaveCount(0);
  await expect(page.getByRole('status', { name: 'What it takes' })).toContainText('3 patterns');
});
