import AxeBuilder from '@axe-core/playwright';
import { expect, test, type Page } from './app';

/** Each view, and what stands on it once it is drawn whole. */
const VIEWS: readonly (readonly [path: string, drawn: string])[] = [
  ['/demo/runs', 'main a'],
  ['/demo/templates', 'main svg'],
  ['/demo/rack', 'main svg'],
  ['/demo/blades', 'main svg'],
  ['/demo/woods', 'main svg'],
  ['/demo/shop', 'main input'],
  ['/templates/new', 'main'],
];

/** What the checker of accessibility finds grave, by rule, with the first place of each. */
async function graveFaults(page: Page, rules: readonly string[] | null): Promise<string[]> {
  // Within one page, which is several times quicker; what stands in a picture is named by its label.
  const builder = new AxeBuilder({ page }).setLegacyMode(true).exclude('svg[role=img]');
  const { violations } = await (rules ? builder.withRules([...rules]) : builder).analyze();
  return violations
    .filter(({ impact }) => impact === 'serious' || impact === 'critical')
    .map(({ id, nodes }) => `${id}: ${nodes[0]?.html.slice(0, 160) ?? ''} (${String(nodes.length)})`);
}

/** By night only colours are other than by day. */
const LIGHTS = [
  ['light', null],
  ['dark', ['color-contrast']],
] as const;

test('no view shuts anybody out, by day or by night', async ({ app, page }) => {
  test.slow();
  await page.goto(`${app.address}/demo/runs`);
  const run = await page.getByRole('link', { name: /Spring fair stock/ }).getAttribute('href');
  const cards = await (await page.request.get(`${app.address}/demo/api/templates`)).json();
  const [{ card }] = cards as [{ card: { id: string } }];
  const views = [
    ...VIEWS,
    [run!, 'main figure svg'],
    [`${run!}/wood`, 'svg[data-board]'],
    [`${run!}/sheet`, 'main table'],
    [`/demo/templates/${card.id}`, 'main svg'],
  ] as const;
  const found: Record<string, string[]> = {};
  for (const [path, drawn] of views) {
    await page.goto(app.address + path);
    await expect(page.locator(drawn).first()).toBeVisible({ timeout: 60_000 });
    await expect(page.getByRole('progressbar')).toHaveCount(0, { timeout: 60_000 });
    // A colour on its way from day to night is neither.
    await page.addStyleTag({ content: '* { transition: none !important; }' });
    for (const [colorScheme, rules] of LIGHTS) {
      await page.emulateMedia({ colorScheme });
      const faults = await graveFaults(page, rules);
      if (faults.length > 0) found[`${path}, ${colorScheme}`] = faults;
    }
    await page.emulateMedia({ colorScheme: 'light' });
  }
  expect(found).toEqual({});
});
