import AxeBuilder from '@axe-core/playwright';
import { demoRun, expect, still, test, type Page } from './app';

/** Each view, RUN and TEMPLATE being the demo's, and what stands on it once it is drawn whole. */
const VIEWS: readonly (readonly [path: string, drawn: string])[] = [
  ['/demo/runs', 'main a'],
  ['/demo/templates', 'main svg'],
  ['/demo/rack', 'main svg'],
  ['/demo/blades', 'main svg'],
  ['/demo/woods', 'main svg'],
  ['/demo/shop', 'main input'],
  ['/templates/new', 'main'],
  ['TEMPLATE', 'main svg'],
  ['RUN', 'main figure svg'],
  ['RUN/wood', 'svg[data-board]'],
  ['RUN/sheet', 'main table'],
  ['RUN/bench', 'main button'],
  ['RUN/patterns', 'main svg'],
  ['RUN/record', 'main table'],
  ['/demo/blades/chart', 'main svg'],
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

const templatePath = async (page: Page, address: string): Promise<string> => {
  const cards = (await (await page.request.get(`${address}/demo/api/templates`)).json()) as [{ card: { id: string } }];
  return `/demo/templates/${cards[0].card.id}`;
};

for (const [view, drawn] of VIEWS)
  test(`nobody is shut out, by day or by night: ${view}`, async ({ app, page }) => {
    const path = view
      .replace('RUN', view.includes('RUN') ? await demoRun(page, app.address) : '')
      .replace('TEMPLATE', view.includes('TEMPLATE') ? await templatePath(page, app.address) : '');
    await page.goto(app.address + path);
    await expect(page.locator(drawn).first()).toBeVisible({ timeout: 60_000 });
    await expect(page.getByRole('progressbar')).toHaveCount(0, { timeout: 60_000 });
    await expect(page.getByRole('heading', { level: 1 })).toHaveCount(1);
    await still(page);
    for (const [colorScheme, rules] of LIGHTS) {
      await page.emulateMedia({ colorScheme });
      expect([colorScheme, await graveFaults(page, rules)]).toEqual([colorScheme, []]);
    }
  });
