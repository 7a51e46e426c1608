import { expect, passBox, runOfPlates, test } from './app';

test.describe('with the page kept by the browser', () => {
  test.use({ serviceWorkers: 'allow' });

  test('without the server the page opens, a run can be read and counted, and it catches up after', async ({
    app,
    page,
    context,
  }) => {
    const run = await runOfPlates(page, app.address);
    await page.evaluate(() => navigator.serviceWorker.ready);
    // Once more, so that what is read passes through what keeps it.
    await page.goto(run);
    await expect(passBox(page, 1)).toBeVisible();
    expect(await page.evaluate(() => navigator.serviceWorker.controller !== null)).toBe(true);
    await app.stop();
    await page.close();
    const later = await context.newPage();
    await later.goto(run);
    await expect(later.getByText('The program does not answer. This is what was last read here')).toBeVisible();
    await passBox(later, 1).click();
    await expect(later.getByRole('button', { name: '1 change not sent yet' })).toBeVisible();
    await app.startAgain();
    await expect(later.getByText('The program does not answer. This is what was last read here')).toHaveCount(0);
    await expect(later.getByRole('button', { name: '1 change not sent yet' })).toHaveCount(0);
    const events = await later.request.get(`${app.address}/api/runs/${run.split('/').at(-1)!}/events`);
    expect(((await events.json()) as { events: unknown[] }).events).toHaveLength(1);
  });
});

test('a view whose code could not be fetched says so, and opens once the program answers', async ({ app, page }) => {
  await page.goto(`${app.address}/runs`);
  await page.route('**/assets/RackView-*.js', (route) => route.abort());
  await page.getByRole('link', { name: 'Rack', exact: true }).click();
  await expect(page.getByRole('alert')).toContainText('This view could not be fetched. Nothing you entered is lost.');
  await page.unroute('**/assets/RackView-*.js');
  await page.getByRole('button', { name: 'Try again' }).click();
  await expect(page.getByText('The rack is empty.', { exact: false })).toBeVisible();
});

test('a planner that could not be fetched is told, marks are kept, and it plans when it is there', async ({
  app,
  page,
}) => {
  const run = await runOfPlates(page, app.address);
  await page.route('**/assets/planner.worker-*.js', (route) => route.abort());
  await page.goto(run);
  await expect(page.getByText('The part of the program that plans could not be fetched')).toBeVisible();
  await page.getByLabel('Copies of Plate', { exact: true }).fill('9');
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.unroute('**/assets/planner.worker-*.js');
  await page.getByRole('button', { name: 'Try again' }).click();
  await expect(passBox(page, 1)).toBeVisible();
  await expect(page.getByText('The part of the program that plans could not be fetched')).toHaveCount(0);
});

test('a page of an older program hears of the newer one, and loads it', async ({ app, page }) => {
  // The stream of the program names the build it serves; this one names another.
  await page.route('**/api/live', (route) =>
    route.fulfill({ contentType: 'text/event-stream', body: 'event: build\ndata: /assets/index-newer.js\n\n' }),
  );
  await page.goto(`${app.address}/runs`);
  await expect(page.getByText('A newer version of the program is there.')).toBeVisible();
  const loaded = page.waitForEvent('load');
  await page.getByRole('button', { name: 'Load it' }).click();
  await loaded;
});
