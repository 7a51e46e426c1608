import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { bringDrawing, expect, svgFile, test } from './app';

/** A plate with a gap of 2 mm, a line drawn twice and a bow tie; with a slot in its upper edge. */
const FAULTY = svgFile(
  'tide-table.svg',
  `<svg xmlns="http://www.w3.org/2000/svg" width="200mm" viewBox="0 0 200 120"><g fill="none" stroke="#000">
    <path d="M10 10H100V30H106V10H190V110H10V12"/>
    <circle cx="50" cy="60" r="25.4"/><circle cx="50" cy="60" r="25.4"/>
    <path d="M120 50L170 90V50L120 90Z"/></g></svg>`,
);

test('a drawing with three faults: mend it, scale it with a held slot, keep it, print it', async ({ app, page }) => {
  await bringDrawing(page, app.address, FAULTY);
  const faults = page.getByRole('list', { name: 'Faults' }).getByRole('listitem');
  await expect(faults).toHaveCount(3);
  await faults
    .filter({ hasText: 'Gap of' })
    .getByRole('button', { name: /^Close/ })
    .click();
  await expect(page.getByText('2 places to look at, 1 decided.')).toBeVisible();
  await page.getByRole('button', { name: 'Do all as proposed' }).click();
  await expect(page.getByText('0 places to look at, 3 decided.')).toBeVisible();

  // Held, the slot stays 6 mm wide while the plate grows from 180 to 270 mm.
  await page.getByRole('tab', { name: 'Shape' }).click();
  await page.getByLabel(/^Slot/).check();
  await page.getByLabel('New width').fill('270 mm');
  await page.getByRole('button', { name: 'Scale', exact: true }).click();
  await expect(page.getByText('about 10\u20095/8″').first()).toBeVisible();
  await expect(page.getByLabel(/^Slot/)).toBeChecked();
  await expect(page.getByText(/Slot ≈15\/64″/)).toBeVisible();

  // Undo and redo, and a closed tab, lose nothing.
  await page.keyboard.press('Control+z');
  await expect(page.getByText('about 7\u20091/16″').first()).toBeVisible();
  await page.getByRole('button', { name: 'Redo' }).click();
  await expect(page.getByText('about 10\u20095/8″').first()).toBeVisible();
  await page.reload();
  await expect(page.getByText('This drawing was still on the desk from before.')).toBeVisible();
  await expect(page.getByText('about 10\u20095/8″').first()).toBeVisible();

  // What it asks: figures on the drawing.
  await page.getByRole('tab', { name: 'What it asks' }).click();
  await expect(page.getByTestId('measured')).toContainText('bridge');
  await expect(page.getByText('Thinnest bridge')).toBeVisible();

  await page.getByRole('tab', { name: 'Keep' }).click();
  await page.getByRole('button', { name: 'Keep as a template' }).click();
  await page.getByRole('link', { name: 'Patterns' }).click();
  await expect(page.getByRole('img', { name: 'Sheet 1' })).toBeVisible();
  await page.getByRole('combobox', { name: 'Paper' }).click();
  await page.getByRole('option', { name: 'A4' }).click();
  // 270 mm and its room are more than either side of an A4 sheet less its margins: it goes over two.
  await expect(page.getByRole('status', { name: 'What it takes' })).toContainText('2 pages for 1 pattern');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'PDF, true to size' }).click(),
  ]);
  expect(download.suggestedFilename()).toBe('tide-table-patterns.pdf');
  const words = execFileSync('pdftotext', [await download.path(), '-'], { encoding: 'utf8' });
  expect(words).toContain('Tide table, revision 1: Part 1');
  expect(words).toContain('column 2 of');

  // The lines go out again, and back in.
  await page.getByRole('link', { name: 'Back' }).click();
  await page.getByRole('button', { name: 'Save as a file' }).click();
  const [dxf] = await Promise.all([page.waitForEvent('download'), page.getByRole('menuitem', { name: /DXF/ }).click()]);
  await bringDrawing(page, app.address, {
    name: 'back.dxf',
    mimeType: 'image/vnd.dxf',
    buffer: readFileSync(await dxf.path()),
  });
  await expect(page.getByText('about 10\u20095/8″').first()).toBeVisible();
  await expect(page.getByRole('button', { name: 'Keep as a template' })).toBeVisible();
});

test('lines are told apart by clicking and by layer, and true size is set by two points', async ({ app, page }) => {
  await bringDrawing(
    page,
    app.address,
    svgFile(
      'map.svg',
      `<svg width="120mm" viewBox="0 0 120 80"><rect width="120" height="80" fill="none" stroke="#00f"/>
       <g id="coast" fill="none" stroke="#f00"><path d="M0 40H120"/><path d="M60 0V80"/></g></svg>`,
    ),
  );
  await page.getByRole('tab', { name: 'Lines' }).click();
  await expect(page.getByText('Cut through')).toBeVisible();
  await page.getByRole('tab', { name: 'What it asks' }).click();
  await expect(page.getByText('Pieces')).toBeVisible();
  await expect(page.getByRole('definition').filter({ hasText: /^4$/ }).first()).toBeVisible();

  // All lines of the layer are marks: the part stays whole.
  await page.getByRole('tab', { name: 'Lines' }).click();
  await page.getByRole('combobox', { name: /coast/ }).click();
  await page.getByRole('option', { name: 'Mark only' }).click();
  await expect(page.getByRole('term').filter({ hasText: 'Mark only' })).toBeVisible();

  await page.getByRole('tab', { name: 'Shape' }).click();
  await page.getByRole('button', { name: 'True size by two points' }).click();
  const picture = page.getByRole('application', { name: /^The drawing/ });
  const box = (await picture.boundingBox())!;
  // 14 px of air round the drawing; clicks near a corner are on it.
  await picture.click({ position: { x: 16, y: box.height - 16 } });
  await picture.click({ position: { x: box.width - 16, y: box.height - 17 } });
  await page.getByLabel('True distance').fill('10');
  await page.getByRole('button', { name: 'Make it so' }).click();
  await expect(page.getByText('10″').first()).toBeVisible();

  // The same by keys: the first point in the middle, the second to its right.
  await page.getByRole('button', { name: 'True size by two points' }).click();
  await picture.focus();
  await page.keyboard.press('Enter');
  for (let step = 0; step < 3; step++) await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('Enter');
  await page.getByLabel('True distance').fill('2');
  await page.getByRole('button', { name: 'Make it so' }).click();
  await expect(page.getByText('10″')).toHaveCount(0);
});
