import { readdirSync, readFileSync } from 'node:fs';
import { demoRunPath } from './app-in-browser.mjs';

/** Ticks of a process are hundredths of a second on Linux. */
const TICKS_PER_SECOND = 100;
const RUNS = 5;
const median = (values) => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)];

const readStat = (pid) => {
  try {
    const fields = readFileSync(`/proc/${pid}/stat`, 'utf8')
      .replace(/^.*\) /, '')
      .split(' ');
    return {
      parent: Number(fields[1]),
      ticks: Number(fields[11]) + Number(fields[12]) + Number(fields[13]) + Number(fields[14]),
    };
  } catch {
    // It ended between the list and the look.
    return null;
  }
};

/** CPU seconds that a process and all it has started have used, those that have ended too. */
function cpuOf(root) {
  const stats = new Map(
    readdirSync('/proc')
      .filter((name) => /^\d+$/.test(name))
      .flatMap((pid) => {
        const stat = readStat(pid);
        return stat ? [[Number(pid), stat]] : [];
      }),
  );
  const isOfTree = (pid) => pid === root || (stats.has(pid) && pid > 1 && isOfTree(stats.get(pid).parent));
  return [...stats].reduce((sum, [pid, { ticks }]) => sum + (isOfTree(pid) ? ticks : 0), 0) / TICKS_PER_SECOND;
}

const browserPid = () => {
  const own = readdirSync('/proc').filter((name) => /^\d+$/.test(name));
  const started = own.find(
    (pid) => readStat(pid)?.parent === process.pid && readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes('chrom'),
  );
  if (started === undefined) throw new Error('the browser is not among the processes of this one');
  return Number(started);
};

/** What a fresh page costs the computer until it is ready, in CPU seconds of all the browser's processes, and in requests and bytes. */
export async function benchPages({ address, browser, row }) {
  const run = await demoRunPath(address);
  const pid = browserPid();
  const opened = async (path, ready) => {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, serviceWorkers: 'block' });
    const page = await context.newPage();
    const asked = { requests: 0, bytes: 0 };
    page.on('response', (response) => {
      asked.requests++;
      asked.bytes += Number(response.headers()['content-length'] ?? 0);
    });
    const before = cpuOf(pid);
    await page.goto(address + path);
    await page.getByText(ready).first().waitFor();
    return { context, page, asked, cpu: cpuOf(pid) - before };
  };
  for (const [name, path, ready] of [
    ['run list', '/demo/runs', 'Spring fair stock'],
    ['run opened', run, 'At the saw in all'],
    ['bench opened', `${run}/bench`, 'steps left'],
  ]) {
    const seen = [];
    for (let n = 0; n < RUNS; n++) {
      const { context, cpu, asked } = await opened(path, ready);
      seen.push({ cpu, ...asked });
      await context.close();
    }
    const of = (what) => median(seen.map((one) => one[what]));
    row(
      `${name}: CPU, requests, kB`,
      `${of('cpu').toFixed(2)} s, ${of('requests')}, ${(of('bytes') / 1000).toFixed(0)}`,
    );
  }
  const { context, page } = await opened(run, 'At the saw in all');
  await page.waitForLoadState('networkidle');
  const again = [];
  for (let n = 0; n < RUNS; n++) {
    // What was worked out for the run is kept once it rests.
    await page.evaluate(() => new Promise((rested) => setTimeout(rested, 5000)));
    const before = cpuOf(pid);
    await page.reload();
    await page.getByText('At the saw in all').first().waitFor();
    again.push(cpuOf(pid) - before);
  }
  row('run opened again, nothing changed: CPU', `${median(again).toFixed(2)} s`);
  const edits = [];
  for (let n = 0; n < RUNS; n++) {
    const planned = await page.evaluate(() => performance.getEntriesByName('plan').length);
    const before = cpuOf(pid);
    await page.getByRole('button', { name: 'Copies of Rocking whale: one more' }).click();
    await page.waitForFunction((known) => performance.getEntriesByName('plan').length > known, planned);
    // What follows an edit by itself counts too: families, prices, saving.
    await page.getByText('Saved', { exact: true }).waitFor();
    await page.evaluate(() => new Promise((rested) => setTimeout(rested, 3000)));
    edits.push(cpuOf(pid) - before);
  }
  row('one edit, with the three seconds after it: CPU', `${median(edits).toFixed(2)} s`);
  await context.close();
}
