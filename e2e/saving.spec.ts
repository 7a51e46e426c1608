import { bringDrawing, expect, passBox, PLATE, runOfPlates, test, type Page } from './app';

/** What the list at an address names: runs by their documents, templates by their cards. */
async function namesIn(page: Page, path: string): Promise<string[]> {
  const answer = await page.request.get(path);
  const list = (await answer.json()) as { doc?: { name: string }; card?: { name: string } }[];
  return list.map(({ doc, card }) => (doc ?? card)!.name);
}

test('what makes something makes one, however often it is clicked; with the program away it says so and makes it later', async ({
  app,
  page,
}) => {
  await runOfPlates(page, app.address);
  expect(await namesIn(page, `${app.address}/api/templates`)).toEqual(['Plate']);
  expect(await namesIn(page, `${app.address}/api/runs`)).toEqual(['Plate']);
  await page.goto(`${app.address}/runs`);
  await page.getByRole('button', { name: 'Start a run' }).dblclick();
  await expect(page.getByLabel('Name of the run')).toHaveValue('New run');
  expect(await namesIn(page, `${app.address}/api/runs`)).toEqual(['New run', 'Plate']);
  await page.goto(`${app.address}/runs`);
  await expect(page.getByRole('button', { name: 'Start a run' })).toBeVisible();
  await app.stop();
  await page.getByRole('button', { name: 'Start a run' }).click();
  await expect(page.getByText('kept in this browser, and made when it is back', { exact: false })).toBeVisible();
  await expect(page.getByRole('button', { name: '1 change not sent yet' })).toBeVisible();
  await app.startAgain();
  await expect(page.getByRole('button', { name: '1 change not sent yet' })).toHaveCount(0);
  expect(await namesIn(page, `${app.address}/api/runs`)).toEqual(['New run', 'New run', 'Plate']);
});

test('while a template is made nothing can be typed that would be lost', async ({ app, page }) => {
  await bringDrawing(page, app.address, PLATE);
  let answer = (): void => undefined;
  const held = new Promise<void>((resolve) => (answer = resolve));
  await page.route('**/api/templates/*', async (route) => {
    await held;
    await route.continue();
  });
  await page.getByRole('button', { name: 'Keep as a template' }).click();
  await expect(page.getByLabel('Thickness')).toBeDisabled();
  await expect(page.getByLabel('Name of the template')).toBeDisabled();
  answer();
  await expect(page.getByRole('button', { name: 'Make some' })).toBeVisible();
  await expect(page.getByLabel('Thickness')).toBeEnabled();
});

test('a run left in the middle of a save, and come back to, does not meet itself', async ({ app, page }) => {
  const run = await runOfPlates(page, app.address);
  // The answer comes late: the view is left and opened again before it.
  await page.route('**/api/runs/*', async (route) => {
    if (route.request().method() === 'PUT') await new Promise((resolve) => setTimeout(resolve, 2500));
    await route.continue();
  });
  await page.getByLabel('Copies of Plate', { exact: true }).fill('9');
  await page.waitForRequest((request) => request.method() === 'PUT');
  await page.getByRole('link', { name: 'Templates', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Templates' })).toBeVisible();
  await page.goBack();
  await expect(page.getByLabel('Copies of Plate', { exact: true })).toHaveValue('9');
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await expect(page.getByText('Another device changed this')).toHaveCount(0);
  await page.goto(run);
  await expect(page.getByLabel('Copies of Plate', { exact: true })).toHaveValue('9');
});

test('a good answer that was cut off does not count as saved', async ({ app, page }) => {
  const run = await runOfPlates(page, app.address);
  await page.route('**/api/runs/*', (route) =>
    route.request().method() === 'PUT' ? route.fulfill({ status: 200, body: '{"vers' }) : route.continue(),
  );
  await page.getByLabel('Copies of Plate', { exact: true }).fill('7');
  await expect(page.getByText('Kept in this browser; will be sent')).toBeVisible();
  await page.unroute('**/api/runs/*');
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.goto(run);
  await expect(page.getByLabel('Copies of Plate', { exact: true })).toHaveValue('7');
});

test('a closed tab: another page sends what it left, whatever view it shows', async ({ app, page, context }) => {
  const run = await runOfPlates(page, app.address);
  await app.stop();
  await page.getByLabel('Copies of Plate', { exact: true }).fill('8');
  await passBox(page, 1).click();
  await expect(page.getByText('Kept in this browser; will be sent')).toBeVisible();
  await page.close();
  await app.startAgain();
  const other = await context.newPage();
  await other.goto(`${app.address}/woods`);
  await expect(other.getByText('Northern red oak').first()).toBeVisible();
  await expect
    .poll(async () => {
      const id = run.split('/').at(-1)!;
      const [stored, work] = await Promise.all(
        [`runs/${id}`, `runs/${id}/events`].map(async (path) =>
          (await other.request.get(`${app.address}/api/${path}`)).json(),
        ),
      );
      return [
        (stored as { doc: { lines: { copies: number }[] } }).doc.lines[0]?.copies,
        (work as { events: unknown[] }).events.length,
      ];
    })
    .toEqual([8, 1]);
});
