import { createRequire } from 'node:module';
import { bringDrawing, expect, later, svgFile, test } from './app';

const ICON = createRequire(import.meta.url).resolve('@tabler/icons/filled/cactus.svg');

test('from an empty program and one filled icon to a sheet for the saw', async ({ app, page }) => {
  // An empty start says what to do first.
  await page.goto(app.address);
  await expect(page.getByRole('heading', { name: /First, bring the drawing/ })).toBeVisible();
  await expect(page.getByRole('link', { name: 'Look at the demo shop' })).toHaveAttribute('href', '/demo/');

  // The drawing gives no size, so it asks; true to scale once told.
  await bringDrawing(page, app.address, ICON);
  await expect(page.getByText('How large is it?')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Keep as a template' })).toBeHidden();
  await page.getByLabel('I know how wide it is').check();
  await page.getByLabel('Width of the whole drawing').fill('4 1/2');
  await expect(page.getByText(/Found 1 part with 0 inside cuts/)).toBeVisible();
  await expect(page.getByText('Hidden or unpainted')).toBeVisible();
  await page.getByLabel('Name of the template').fill('Desk cactus');
  await page.getByRole('button', { name: 'Keep as a template' }).click();

  // Name, count, wood and thickness save themselves; a reload keeps them, and the original is kept.
  await page.getByLabel('Name of the part').fill('Plant');
  await page.getByRole('button', { name: 'How many for one copy: one more' }).click();
  await page.getByLabel('Thickness').fill('1/4');
  await page.getByRole('combobox', { name: 'Wood' }).click();
  await page.getByRole('option', { name: 'Northern red oak' }).click();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.reload();
  await expect(page.getByLabel('Name of the part')).toHaveValue('Plant');
  await expect(page.getByLabel('Thickness')).toHaveValue('1/4');
  await expect(page.getByRole('combobox', { name: 'Wood' })).toHaveValue('Northern red oak');
  await expect(page.getByText('Kept originals: cactus.svg')).toBeVisible();

  // A run: the saw is asked for once, the plan is there at once.
  await page.getByRole('button', { name: 'Make some' }).click();
  await page.getByLabel('Copies of Desk cactus', { exact: true }).fill('5');
  await page.getByRole('button', { name: 'This is my saw' }).click();
  await expect(page.getByRole('button', { name: 'This is my saw' })).toBeHidden();
  // 5 copies of 2 in layers of 1/4: a 7 saws two of hard wood easily, and higher stacks want blades that leave more to smooth: 5 passes.
  const strip = page.getByRole('list', { name: 'The order of the work' });
  await expect(strip.getByRole('listitem').filter({ hasText: 'Stack' })).toContainText('5');
  const stack = page.getByRole('article', { name: 'Desk cactus, Plant, 2 layers' });
  await expect(stack).toBeVisible();

  // Why this blade.
  await stack.getByRole('button', { name: /^No\. / }).click();
  await expect(page.getByRole('dialog')).toContainText('saws 1/2" of hard wood in comfort: up to 3/4"');
  await page.keyboard.press('Escape');

  // Fewer layers: more passes, and the difference is shown. Edits within a second and a half count as one.
  await later(page, 1600);
  await page.getByRole('button', { name: 'Layers in a stack, at most: one less' }).click();
  await page.getByRole('button', { name: 'Layers in a stack, at most: one less' }).click();
  await page.getByRole('button', { name: 'Layers in a stack, at most: one less' }).click();
  await expect(strip).toContainText('+5 passes');
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(stack).toBeVisible();

  // Spares and a measured thickness re-plan as well.
  await page.getByRole('button', { name: 'Spares of every part: one more' }).click();
  await expect(page.getByRole('article', { name: 'Desk cactus', exact: true })).toContainText('11');
  await page.getByRole('region', { name: 'Thickness as measured' }).getByLabel('Measured').fill('6 mm');
  await expect(stack).toContainText('≈15/32″');

  // Mark a pass; the run shows what is left, after a reload and after a restart of the program.
  await page.getByRole('checkbox', { name: 'Pass 1 of Plant: to saw' }).first().click();
  await expect(page.getByRole('status', { name: 'Progress' })).toContainText('3 of 11');
  await page.reload();
  await expect(page.getByRole('status', { name: 'Progress' })).toContainText('3 of 11');
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await app.stop();
  await app.startAgain();
  await page.reload();
  await expect(page.getByRole('status', { name: 'Progress' })).toContainText('3 of 11');
  await page.getByLabel('Copies of Desk cactus', { exact: true }).fill('8');
  await expect(page.getByRole('status', { name: 'Progress' })).toContainText('3 of 17');

  // The part list as CSV.
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Part list (CSV)' }).click(),
  ]);
  expect(file.suggestedFilename()).toBe('desk-cactus.csv');

  // The sheet: counts, boxes to tick, cautions, and a bar of known length at true size.
  await page.getByRole('link', { name: 'Cut sheet' }).click();
  await expect(page.getByText('Saw off and unplugged whenever a blade is threaded or changed.')).toBeVisible();
  await expect(page.getByText(/certifies nothing/)).toBeVisible();
  await expect(page.getByRole('img', { name: 'to saw' })).not.toHaveCount(0);
  await page.emulateMedia({ media: 'print' });
  const bar = await page.getByTestId('check-bar').boundingBox();
  // CSS: 96 px to the inch; the bar is 4 in.
  expect(bar?.width).toBeCloseTo(4 * 96, 0);
  const pattern = await page.getByRole('img', { name: 'Desk cactus: Plant at true size' }).boundingBox();
  // 4-1/2 in of drawing and a mm of room on each side.
  expect(pattern?.width).toBeCloseTo(4.5 * 96 + (2 * 96) / 25.4, 0);
  await expect(page.getByRole('navigation', { name: 'Places' })).toBeHidden();
});

test('bad drawings say what is wrong, where and what to do, and lose nothing', async ({ app, page }) => {
  await bringDrawing(
    page,
    app.address,
    svgFile('good.svg', '<svg width="40mm" viewBox="0 0 40 40"><rect width="30" height="20"/></svg>'),
  );
  await page.getByLabel('Name of the template').fill('Nearly there');
  // Too large a file leaves what was there in place.
  await page
    .locator('input[aria-label=Drawing]')
    .setInputFiles(svgFile('huge.svg', `<svg>${'x'.repeat(11 * 1024 * 1024)}</svg>`));
  await expect(page.getByRole('alert')).toContainText('11.0 MB');
  await expect(page.getByLabel('Name of the template')).toHaveValue('Nearly there');
  const faults: readonly [string, string, string][] = [
    ['words.svg', 'only words', 'neither an SVG nor a DXF'],
    ['text.svg', '<svg><text>Hello</text></svg>', 'no line in this drawing'],
    ['far.svg', '<svg width="1mm" viewBox="0 0 1 1"><rect width="1e12" height="5"/></svg>', 'would be'],
  ];
  for (const [name, text, message] of faults) {
    await page.locator('input[aria-label=Drawing]').setInputFiles(svgFile(name, text));
    await expect(page.getByRole('alert').filter({ hasText: new RegExp(message) })).toBeVisible();
  }
  // Scripts are never run and nothing is fetched.
  const asked: string[] = [];
  page.on('request', (request) => asked.push(request.url()));
  const hostile =
    '<svg width="40mm" viewBox="0 0 40 40"><script>document.title="owned"</script><image href="http://evil.example/x.png"/><rect width="30" height="20"/></svg>';
  await page.locator('input[aria-label=Drawing]').setInputFiles(svgFile('hostile.svg', hostile));
  await expect(page.getByText('Never run.')).toBeVisible();
  await expect(page.getByText('Never fetched.')).toBeVisible();
  expect(await page.title()).toBe('A drawing becomes a template · Rapid Jig');
  expect(asked.filter((url) => url.includes('evil.example'))).toEqual([]);
});
