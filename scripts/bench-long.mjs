import { corner, partWith, post, put, runOf, stockOf, templateOf } from './made-up.mjs';

const [TEMPLATES, PARTS_OF_EACH] = [40, 50];

/** Boards on the rack: how many, how long and how wide, mm. */
const STOCK = [
  [60, 2400, 200],
  [30, 1800, 150],
  [10, 3000, 250],
];

const board = (width, height) => [corner(width, 0), corner(width, height), corner(0, height), corner(0, 0)];
const opening = (x, y) => ({
  start: { x, y },
  closed: true,
  segments: board(6, 6).map(({ to }) => corner(x + to.x, y + to.y)),
});

/** Few parts are alike: boards of fifty widths and forty heights, each with an opening in one of twelve places. */
const partAt = (t, p) => ({
  ...partWith(board(40 + p, 60 + 2 * t)),
  name: `Board ${p + 1}`,
  insideCuts: [{ id: crypto.randomUUID(), line: null, path: opening(8 + ((t + p) % 4) * 6, 10 + (t % 3) * 8) }],
});

const asked = async (address, path, init) => {
  const answer = await fetch(`${address}/api${path}`, init);
  if (!answer.ok) throw new Error(`${path} was answered with ${answer.status}: ${await answer.text()}`);
  return answer.json();
};

/** A run of 2,000 parts in the maker's own file. Returns the path of its page. */
async function longRun(address) {
  const templates = Array.from({ length: TEMPLATES }, (_none, t) =>
    templateOf(
      Array.from({ length: PARTS_OF_EACH }, (_part, p) => partAt(t, p)),
      `Set ${t + 1}`,
    ),
  );
  for (const template of templates) await asked(address, `/templates/${template.id}`, put(template, 0));
  for (const [count, length, width] of STOCK) await asked(address, '/rack', post(stockOf(count, length, width)));
  const run = runOf(templates, 1);
  await asked(address, `/runs/${run.id}`, put(run, 0));
  return { path: `/runs/${run.id}`, id: run.id };
}

/** Records what the page's own thread does for over 50 ms. */
export const watchLongTasks = () => {
  window.longTasks = [];
  new PerformanceObserver((list) =>
    window.longTasks.push(...list.getEntries().map(({ duration }) => duration)),
  ).observe({
    type: 'longtask',
    buffered: true,
  });
};

const VIEWS = [
  ['run', '', 'At the saw in all'],
  ['sheet', '/sheet', 'This bar is'],
  ['patterns', '/patterns', 'PDF, true to size'],
  ['wood', '/wood', 'with these kerfs'],
  ['record', '/record', 'What was done'],
  ['bench', '/bench', 'steps left'],
];

/** Pages of a run of 2,000 parts: until each is ready, its longest task until three seconds after it, and what it holds. */
export async function benchLong({ address, browser, row, only = [] }) {
  const { path } = await longRun(address);
  for (const [name, end, ready] of VIEWS.filter(([view]) => only.length === 0 || only.includes(view))) {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, serviceWorkers: 'block' });
    const page = await context.newPage();
    await page.addInitScript(watchLongTasks);
    const started = performance.now();
    await page.goto(address + path + end);
    await page.getByText(ready).first().waitFor({ timeout: 300_000 });
    const ms = performance.now() - started;
    await page.waitForTimeout(3000);
    const seen = await page.evaluate(() => ({
      longest: Math.max(0, ...window.longTasks),
      nodes: document.querySelectorAll('*').length,
      height: document.documentElement.scrollHeight,
    }));
    row(
      `2,000 parts, ${name}: ready; longest task; nodes; px high`,
      `${(ms / 1000).toFixed(1)} s; ${seen.longest.toFixed(0)} ms; ${seen.nodes}; ${seen.height}`,
    );
    if (name === 'bench')
      row('2,000 parts, bench: a tap until the next step is on the screen', await tapOnScreen(page));
    await context.close();
  }
}

/** The median of five taps on the foot switch, from the key until another step is painted, and the longest. */
async function tapOnScreen(page) {
  const times = [];
  for (let tap = 0; tap < 5; tap++) {
    await page.evaluate(() => {
      // The step of which the title says it, and the one that follows.
      const shown = () => document.body.innerText.replace(/\d+ steps? left.*/, '');
      const before = shown();
      window.nextShown = new Promise((resolve) => {
        const look = (from) => () =>
          shown() === before ? requestAnimationFrame(look(from)) : resolve(performance.now() - from);
        addEventListener('keydown', () => look(performance.now())(), { once: true, capture: true });
      });
    });
    await page.keyboard.press('Space');
    times.push(await page.evaluate(() => window.nextShown));
    await page.waitForTimeout(8000);
  }
  times.sort((a, b) => a - b);
  return `${times[2].toFixed(0)} ms; ${times[4].toFixed(0)} ms`;
}
