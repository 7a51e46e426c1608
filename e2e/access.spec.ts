import AxeBuilder from '@axe-core/playwright';
import { expect, test, type Page } from './app';

const PLACES = [
  '/demo/runs',
  '/demo/templates',
  '/demo/rack',
  '/demo/blades',
  '/demo/woods',
  '/demo/shop',
  '/templates/new',
];

/** What the checker of accessibility finds grave, by rule, with the first place of each. */
async function graveFaults(page: Page): Promise<string[]> {
  const { violations } = await new AxeBuilder({ page }).analyze();
  return violations
    .filter(({ impact }) => impact === 'serious' || impact === 'critical')
    .map(({ id, nodes }) => `${id}: ${nodes[0]?.html.slice(0, 160) ?? ''} (${String(nodes.length)})`);
}

for (const colorScheme of ['light', 'dark'] as const) {
  test.describe(colorScheme, () => {
    test.use({ colorScheme });
    test(`no view shuts anybody out, ${colorScheme}`, async ({ app, page }) => {
      test.slow();
      await page.goto(`${app.address}/demo/runs`);
      const run = await page.getByRole('link', { name: /Spring fair stock/ }).getAttribute('href');
      const template = await (
        await page.request.get(`${app.address}/demo/api/templates`)
      )
        .json()
        .then((all: { card: { id: string } }[]) => all[0]!.card.id);
      const found: Record<string, string[]> = {};
      for (const path of [...PLACES, run!, `${run!}/wood`, `${run!}/sheet`, `/demo/templates/${template}`]) {
        await page.goto(app.address + path);
        await expect(page.getByRole('main')).toBeVisible();
        await expect(page.getByRole('progressbar')).toHaveCount(0, { timeout: 60_000 });
        const faults = await graveFaults(page);
        if (faults.length > 0) found[path] = faults;
      }
      expect(found).toEqual({});
    });
  });
}
