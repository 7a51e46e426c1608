import { randomUUID } from 'node:crypto';
import { cpus } from 'node:os';
import { demoRunPath, withAppAndBrowser } from './app-in-browser.mjs';
import { benchLong, watchLongTasks } from './bench-long.mjs';
import { benchPages } from './bench-pages.mjs';
import { ensurePackages, run } from './install.mjs';

// npm run bench: what the computation costs in Node, then what the maker feels in the browser.
// npm run bench -- close boards: of the computation only these. npm run bench -- pages: only what pages cost;
// -- long [sheet wood …]: only what they cost with 2,000 parts.
const named = process.argv.slice(2);
const row = (name, figure) => console.log(`${name.padEnd(64)} ${figure.padStart(14)}`);
const median = (values) => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)];
const RUNS = 7;

console.log(`${new Date().toISOString().slice(0, 10)}, ${cpus().length} x ${cpus()[0].model}, Node ${process.version}`);
ensurePackages();
if (named[0] === 'pages' || named[0] === 'long') {
  const [what, ...only] = named;
  await withAppAndBrowser((open) =>
    what === 'pages' ? benchPages({ ...open, row }) : benchLong({ ...open, row, only }),
  );
  process.exit(0);
}
run('npx', ['vite', 'build', '--logLevel', 'warn', '--config', 'bench/vite.config.ts', 'bench']);
run(process.execPath, ['bench/dist/main.js', ...named]);
if (named.length > 0) process.exit(0);
run(process.execPath, ['bench/dist/memory.js']);

/** A tap is answered once it is on the disk. */
async function benchTaps(events) {
  const times = [];
  const plain = {
    kind: 'noticed',
    what: 'burnt',
    subject: { kind: 'step', name: 'cut' },
    stack: null,
    phase: null,
    pass: null,
  };
  for (let n = 0; n < 220; n++) {
    const made = { id: randomUUID(), clientId: randomUUID(), at: new Date().toISOString(), person: null, saw: null };
    const event = { ...plain, ...made, bladeId: null, words: null, photoId: null };
    const started = performance.now();
    const answer = await fetch(events, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(event),
    });
    if (!answer.ok) throw new Error(`${events} was answered with ${answer.status}: ${await answer.text()}`);
    if (n >= 20) times.push(performance.now() - started);
  }
  times.sort((a, b) => a - b);
  const at = (share) => times[Math.floor(times.length * share)].toFixed(1);
  row('a tap from its sending until it is on the disk: median, 90 %, most', `${at(0.5)}, ${at(0.9)}, ${at(0.999)} ms`);
}

await withAppAndBrowser(async ({ address, browser }) => {
  const runPath = await demoRunPath(address);
  const open = async (path, ready) => {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
    const page = await context.newPage();
    await page.addInitScript(watchLongTasks);
    const started = performance.now();
    await page.goto(address + path);
    await page.getByText(ready).first().waitFor();
    return { context, page, ms: performance.now() - started };
  };
  for (const [name, path, ready] of [
    ['first page usable', '/demo/runs', 'Spring fair stock'],
    ['the demo run usable, its plan drawn', runPath, 'At the saw in all'],
  ]) {
    const times = [];
    for (let n = 0; n < RUNS; n++) {
      const { context, ms } = await open(path, ready);
      times.push(ms);
      await context.close();
    }
    row(`${name} (empty cache)`, `${median(times).toFixed(0)} ms`);
  }
  const { context, page } = await open(runPath, 'At the saw in all');
  await page.waitForTimeout(2000);
  await page.evaluate(() => (window.longTasks.length = 0));
  const [worker, drawn] = [[], []];
  for (let n = 0; n < RUNS; n++) {
    const before = await page.evaluate(() => performance.getEntriesByName('plan').length);
    await page.getByRole('button', { name: 'Copies of Rocking whale: one more' }).click();
    await page.waitForFunction((known) => performance.getEntriesByName('plan').length > known, before);
    const { duration, tookMs } = await page.evaluate(() => {
      const entry = performance.getEntriesByName('plan').at(-1);
      return { duration: entry.duration, tookMs: entry.detail.tookMs };
    });
    worker.push(tookMs);
    drawn.push(duration);
    await page.waitForTimeout(700);
  }
  const longest = await page.evaluate(() => Math.max(0, ...window.longTasks));
  row('edit of the demo run: the plan in the worker', `${median(worker).toFixed(1)} ms`);
  row('edit of the demo run: from the edit to the plan back on the page', `${median(drawn).toFixed(1)} ms`);
  row('longest main-thread task after an edit (0: none over 50 ms)', `${longest.toFixed(0)} ms`);
  await context.close();
  await benchPages({ address, browser, row });
  await benchLong({ address, browser, row });
  await benchTaps(`${address}/demo/api${runPath.replace('/demo', '')}/events`);
});
