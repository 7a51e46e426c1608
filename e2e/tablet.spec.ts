import flags from './chromium-flags.json' with { type: 'json' };
import { networkInterfaces } from 'node:os';
import { bringDrawing, expect, freshFiles, NAMED_HOST, nextFrame, PLATE, RunningApp, runOfPlates, test } from './app';

// A name that the browser does not take for this machine: such a page is not a secure one, as on a tablet over plain HTTP.
test.use({
  launchOptions: {
    executablePath: process.env['RAPID_JIG_CHROMIUM'] ?? '/usr/bin/chromium',
    args: [...flags, `--host-resolver-rules=MAP ${NAMED_HOST} 127.0.0.1`],
  },
});

test('a page that is not secure works: from a drawing to a pass that is counted', async ({ app, page }) => {
  const address = app.address.replace('127.0.0.1', NAMED_HOST);
  await page.goto(`${address}/templates`);
  expect(await page.evaluate(() => [isSecureContext, 'randomUUID' in crypto, 'locks' in navigator])).toEqual([
    false,
    false,
    false,
  ]);
  await bringDrawing(page, address, PLATE);
  await page.getByRole('button', { name: 'Keep as a template' }).click();
  await page.getByRole('button', { name: 'Make some' }).click();
  await page.getByLabel('Copies of Plate', { exact: true }).fill('6');
  // Six are two passes: a tap before they are planned would mark the pass of one.
  await expect(page.getByRole('checkbox', { name: /^Pass 2 of/ })).toBeVisible();
  await page.getByRole('checkbox', { name: /^Pass 1 of/ }).click();
  // Whether it was sent before the page went or not: it stands at once, and is stored.
  await page.reload();
  await expect(page.getByRole('checkbox', { name: /^Pass 1 of/ })).toBeChecked();
  const events = `${app.address}/api/runs/${page.url().split('/').at(-1)!}/events`;
  await expect
    .poll(async () => ((await (await page.request.get(events)).json()) as { events: unknown[] }).events.length)
    .toBe(1);
});

const [ownAddress] = Object.values(networkInterfaces())
  .flatMap((addresses = []) => addresses)
  .filter(({ family, internal }) => family === 'IPv4' && !internal)
  .map(({ address }) => address);

test('on the local network a device is asked for the code once, and sees nothing before it', async ({
  page,
  browser,
}) => {
  test.skip(ownAddress === undefined, 'this machine has no network');
  const lan = await RunningApp.start(freshFiles(), true);
  const guest = await browser.newPage();
  const outside = lan.address.replace('127.0.0.1', ownAddress ?? '');
  await guest.goto(`${outside}/runs`);
  await expect(guest.getByRole('heading', { name: 'This device is new here' })).toBeVisible();
  expect((await guest.request.get(`${outside}/api/runs`, { headers: { Host: 'localhost' } })).status()).toBe(401);
  await guest.getByLabel('Code').fill('12');
  await guest.getByRole('button', { name: 'Let it in' }).click();
  await expect(guest.getByRole('alert')).toContainText('This is not the code.');
  await page.goto(`${lan.address}/shop`);
  const section = page.getByRole('region', { name: 'Other devices' });
  await expect(section.getByRole('img', { name: /Address for a camera/ })).toBeVisible();
  const code = /\b[A-Z2-9]{4}-[A-Z2-9]{4}\b/.exec(await section.innerText())![0];
  await guest.getByLabel('Code').fill(code.toLowerCase());
  await guest.getByRole('button', { name: 'Let it in' }).click();
  await expect(guest.getByText('First, bring the drawing of something you make.')).toBeVisible();
  await page.reload();
  await section.getByRole('button', { name: 'Turn out' }).click();
  await expect(section.getByRole('button', { name: 'Turn out' })).toHaveCount(0);
  await expect(guest.getByText('This device was turned out on the main computer.')).toBeVisible();
  await guest.getByRole('button', { name: 'Type the code' }).click();
  await expect(guest.getByRole('heading', { name: 'This device is new here' })).toBeVisible();
  await lan.remove();
});

test.describe('by touch', () => {
  test.use({ hasTouch: true, viewport: { width: 1024, height: 768 } });

  test('what a finger can hit is at least 44 px, wherever it points', async ({ app, page }) => {
    const run = await runOfPlates(page, app.address);
    const small: string[] = [];
    const views = ['/shop', '/templates', '/demo/rack', '/demo/blades', '/demo/blades/chart'];
    for (const address of [run, `${run}/wood`, ...views.map((view) => app.address + view)]) {
      await page.goto(address);
      await expect(page.getByRole('main').getByRole('button').first()).toBeVisible();
      small.push(
        ...(await page.evaluate(() =>
          [
            ...document.querySelectorAll(
              'button, a.MuiButton-root, [role=tab], nav a, summary, .MuiFormControlLabel-root',
            ),
          ]
            .filter((element) => element.getClientRects().length > 0 && !element.closest('svg'))
            .filter((element) => element.getBoundingClientRect().height < 43.5)
            .map((element) => `${location.pathname}: ${element.getAttribute('aria-label') ?? element.textContent}`),
        )),
      );
    }
    expect(small).toEqual([]);
  });

  test('a swipe over a blank scrolls and pins nothing; held and drawn, the blank goes along', async ({ app, page }) => {
    const run = await runOfPlates(page, app.address);
    await page.goto(`${app.address}/rack`);
    await page.getByLabel('New on the rack').fill('birch plywood 1/4 x 24 x 30');
    await page.getByRole('button', { name: 'Put on the rack' }).click();
    await expect(page.getByRole('status', { name: 'Amount' })).toHaveText('1 on the rack');
    await page.goto(`${run}/wood`);
    const blank = page.getByRole('button', { name: /^A: Part 1/ }).first();
    await blank.scrollIntoViewIfNeeded();
    const box = (await blank.boundingBox())!;
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
    const touch = await page.context().newCDPSession(page);
    /** What tells a finger that holds from one that swipes is how long it rests. */
    const rest = (ms: number) => page.evaluate((restMs) => new Promise((rested) => setTimeout(rested, restMs)), ms);
    const HOLD_MS = 500;
    const drawUp = async (heldMs: number): Promise<void> => {
      // A finger that swipes waits neither for an answer nor for what is drawn: on a slow machine that would be a hold.
      const isHeld = heldMs > 0;
      const down = touch.send('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints: [{ x, y }] });
      if (isHeld) await down.then(() => rest(heldMs));
      for (let step = 1; step <= 6; step++) {
        const touchPoints = [{ x: x + 2, y: y - 20 * step }];
        const moved = touch.send('Input.dispatchTouchEvent', { type: 'touchMove', touchPoints });
        if (isHeld) await moved.then(() => nextFrame(page));
      }
      await touch.send('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] });
    };
    await expect(page.getByText('The program does not answer', { exact: false })).toHaveCount(0);
    await drawUp(0);
    // As long as a hold takes: a blank that was taken along would lie elsewhere by then.
    await rest(HOLD_MS);
    await expect(page.getByRole('button', { name: /^A: Part 1.*pinned/ })).toHaveCount(0);
    await drawUp(HOLD_MS);
    await expect(page.getByRole('button', { name: /^A: Part 1.*pinned/ })).toHaveCount(1);
  });
});
