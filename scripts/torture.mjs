import { spawn } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { build, ensurePackages, root } from './install.mjs';
import { SQUARE, corner, partWith, post, put, runOf, templateOf } from './made-up.mjs';
import { closeWhileEditing, tapOnTwo } from './torture-pages.mjs';

// npm run torture [-- kills closings taps]: kills the server again and again under two clients that write, and counts: what was
// acknowledged is there, and nothing is there twice. Then asks for much at once, and measures how long others wait.
const [KILLS = 40, CLOSINGS = 20, TAPS = 100] = process.argv.slice(2).map(Number);
const SERVER = join(root, 'packages/server/dist/main.js');

ensurePackages();
build();
const folder = await mkdtemp(join(tmpdir(), 'rapid-jig-torture-'));
let port = '0';

/** Starts the program on the same files and port, and waits until it is open. */
async function start() {
  const child = spawn(process.execPath, [SERVER], {
    env: { ...process.env, RAPID_JIG_DATA: folder, RAPID_JIG_PORT: port },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const address = await new Promise((resolve, reject) => {
    child.once('exit', (code) => reject(new Error(`the server ended with ${String(code)}`)));
    child.stdout.on('data', (text) => {
      const found = /open at (http:\S+?)\/\s/.exec(String(text))?.[1];
      if (found) resolve(found);
    });
  });
  port = new URL(address).port;
  return { child, address };
}

const ended = (child) => new Promise((resolve) => child.once('exit', resolve));
const pause = (ms) => new Promise((resolve) => setTimeout(resolve, ms));

/** Sends until it is answered, as the outbox does: the same key again after each break. */
async function sendUntilAnswered(path, init, isOver) {
  while (!isOver()) {
    try {
      const answer = await fetch(`http://127.0.0.1:${port}/api${path}`, { ...init, signal: AbortSignal.timeout(5000) });
      const body = answer.status === 204 ? null : await answer.json();
      if (answer.status < 500) return { status: answer.status, body };
    } catch {
      // Killed in the middle: whether it arrived is not known, so it is said again.
    }
    await pause(20);
  }
  return null;
}

async function expectOk(answer, what) {
  if (!answer || answer.status >= 300) throw new Error(`${what}: ${JSON.stringify(answer)}`);
  return answer.body;
}

const never = () => false;
const make = async (path, doc) => expectOk(await sendUntilAnswered(path, put(doc, 0), never), path);

let server = await start();
const template = templateOf([partWith(SQUARE)]);
await make(`/templates/${template.id}`, template);
const run = runOf([template], 5000);
await make(`/runs/${run.id}`, run);
await expectOk(await sendUntilAnswered(`/runs/${run.id}/start`, post({}), never), 'the start of the run');
const { plan } = await (await fetch(`${server.address}/api/runs/${run.id}/snapshot`)).json();
const [stack] = plan.stacks;

// Two clients: each edits a template of its own, one write after the other, and marks passes of the one run.
let isOver = false;
const acknowledged = { events: [], edits: 0 };
async function client(nth) {
  const own = templateOf([partWith(SQUARE)], `Client ${String(nth)}`);
  await make(`/templates/${own.id}`, own);
  let version = 1;
  for (let n = 1; !isOver; n++) {
    const edited = await sendUntilAnswered(
      `/templates/${own.id}`,
      put({ ...own, note: String(n) }, version),
      () => isOver,
    );
    if (edited) {
      ({ version } = await expectOk(edited, 'an edit'));
      acknowledged.edits++;
      if (version !== n + 1) throw new Error(`edit ${String(n)} became version ${String(version)}`);
    }
    for (const event of benchTaps(2 * n + nth)) {
      const told = await sendUntilAnswered(`/runs/${run.id}/events`, post(event), () => isOver);
      if (!told) continue;
      await expectOk(told, 'an event');
      acknowledged.events.push(event.id);
    }
  }
}

const fresh = () => ({
  id: randomUUID(),
  clientId: randomUUID(),
  at: new Date().toISOString(),
  person: null,
  saw: null,
});
const stackLayers = stack.layers.map(({ id }) => id);
const partId = template.parts[0].id;

/** What one pass comes to at the bench: its layers held, now and then one spoiled or a blade noticed, then sawn. */
function benchTaps(pass) {
  const held = {
    ...fresh(),
    kind: 'step-done',
    subject: { kind: 'step', name: 'stick' },
    stack: stack.key,
    stackLayers,
    phase: null,
    passes: [pass],
    detail: null,
    minutes: 1.5,
    plannedMinutes: 2,
  };
  const spoiled = {
    ...fresh(),
    kind: 'layers-spoiled',
    stack: stack.key,
    stackLayers,
    layers: stackLayers.length,
    pass,
    phase: null,
    lost: [{ layerId: stackLayers[0], reason: 'burnt', pieces: { [partId]: 1 }, finishedIn: stack.phases[0].key }],
  };
  const noticed = {
    ...fresh(),
    kind: 'noticed',
    what: 'blade-dull',
    subject: { kind: 'step', name: 'cut' },
    stack: stack.key,
    phase: null,
    pass,
    bladeId: null,
    words: null,
    photoId: null,
  };
  const sawn = {
    ...fresh(),
    kind: 'pass-sawn',
    stack: stack.key,
    stackLayers,
    layers: stackLayers.length,
    phase: null,
    pass,
    layerIds: null,
    counts: { [partId]: { good: stackLayers.length, spoiled: 0 } },
    minutes: 3,
    plannedMinutes: 4,
    bladeId: null,
    spoiled: [],
  };
  return [held, ...(pass % 5 === 0 ? [spoiled] : []), ...(pass % 7 === 0 ? [noticed] : []), sawn];
}
const clients = [client(0), client(1)];
for (let kill = 0; kill < KILLS; kill++) {
  // The workers need a moment to be there; then the kill comes anywhere in the writing.
  await pause(600 + Math.floor(900 * Math.random()));
  const gone = ended(server.child);
  server.child.kill('SIGKILL');
  await gone;
  server = await start();
}
await pause(300);
isOver = true;
await Promise.all(clients);
const { events } = await (await fetch(`${server.address}/api/runs/${run.id}/events`)).json();
const ids = events.map(({ id }) => id);
const lost = acknowledged.events.filter((id) => !ids.includes(id));
console.log(`${KILLS} kills; ${acknowledged.events.length} events and ${acknowledged.edits} edits acknowledged`);
console.log(`lost: ${lost.length}; twice: ${ids.length - new Set(ids).size}; every edit became the next version`);

// Twenty-five stacks of twelve passes each.
const boxes = templateOf(
  Array.from({ length: 25 }, (_none, i) => ({ ...partWith(SQUARE), name: `Tag ${i}`, pinnedLayers: 1 })),
  'Boxes',
);
await make(`/templates/${boxes.id}`, boxes);
const boxesRun = runOf([boxes], 12);
await make(`/runs/${boxesRun.id}`, boxesRun);
const tapped = await tapOnTwo(
  `${server.address}/runs/${boxesRun.id}`,
  `${server.address}/api/runs/${boxesRun.id}`,
  TAPS,
);
console.log(
  `${TAPS} taps of two browsers, now and then cut off: ${tapped.counted} passes counted by hand, ${tapped.recorded} recorded in ${tapped.events} events, shown as sawn: ${tapped.shown.join(' and ')}`,
);
const noteOf = async () => (await (await fetch(`${server.address}/api/templates/${boxes.id}`)).json()).doc.note;
const closed = await closeWhileEditing(`${server.address}/templates/${boxes.id}`, noteOf, CLOSINGS);
console.log(
  `${closed.closings} pages closed in the middle of an edit: ${closed.kept} edits there afterwards, ${closed.saidSaved} said to be saved, of these lost: ${closed.lost}`,
);

/** How long a small request waits while `work` is under way, ms: the longest, and the work itself. */
async function othersWait(name, work) {
  let longest = 0;
  let isDone = false;
  const started = performance.now();
  const working = work().finally(() => (isDone = true));
  while (!isDone) {
    const asked = performance.now();
    await (await fetch(`${server.address}/api/health`)).json();
    longest = Math.max(longest, performance.now() - asked);
    await pause(5);
  }
  const answer = await working;
  console.log(
    `${name}: ${String(answer.status)} after ${Math.round(performance.now() - started)} ms; others waited ${Math.round(longest)} ms at the most`,
  );
}
const ask = (path, init) => fetch(`${server.address}/api${path}`, init);

const ring = Array.from({ length: 100_000 }, (_none, i) => {
  const angle = (2 * Math.PI * (i + 1)) / 100_000;
  return corner(100 * Math.cos(angle) - 100, 100 * Math.sin(angle));
});
const large = templateOf([partWith(ring)], 'Large');
await othersWait('a template of 100,000 segments, made', () => ask(`/templates/${large.id}`, put(large, 0)));
await othersWait('the same, saved again', () => ask(`/templates/${large.id}`, put({ ...large, note: 'x' }, 1)));
for (let n = 0; n < 100; n++) {
  const parts = Array.from({ length: 4 }, () => partWith(ring.slice(0, 5000)));
  const one = templateOf(parts, `Template ${String(n)}`);
  await ask(`/templates/${one.id}`, put(one, 0));
}
const list = await fetch(`${server.address}/api/templates`, { headers: { 'Accept-Encoding': 'gzip' } });
const text = await list.text();
console.log(
  `the list of ${JSON.parse(text).length} templates: ${Math.round(text.length / 1000)} kB before compression`,
);
const many = templateOf(
  Array.from({ length: 2000 }, () => partWith(SQUARE)),
  'Many',
);
await ask(`/templates/${many.id}`, put(many, 0));
const manyRun = runOf([many], 9);
await ask(`/runs/${manyRun.id}`, put(manyRun, 0));
await othersWait('a run of 2,000 parts, started', () => ask(`/runs/${manyRun.id}/start`, post({})));
const options = {
  paper: 'a4',
  units: 'mm',
  lineMm: 0.3,
  lineRule: 'on',
  ruleMm: 0,
  colour: 'blue',
  pierceMarks: true,
  holesOnly: false,
  numbered: false,
  overlapMm: 10,
};
const patterns = Array.from({ length: 40 }, () => ({
  templateId: template.id,
  revision: 1,
  partIds: [template.parts[0].id],
  copies: 500,
  stack: null,
  bits: null,
  twoEntries: null,
  brads: [],
  places: [{ x: 0, y: 0 }],
  arrows: [],
}));
const sheets = (of) => () => ask('/pattern-sheets', post({ patterns: of, options }));
await othersWait('40 x 500 copies of a pattern, asked for', sheets(patterns));
await othersWait('4,000 copies of it', sheets(patterns.slice(0, 8)));

const stopped = ended(server.child);
server.child.kill('SIGTERM');
await stopped;
await rm(folder, { recursive: true, force: true });
const isWrong = lost.length + closed.lost > 0 || new Set([tapped.counted, tapped.recorded, ...tapped.shown]).size > 1;
if (isWrong) process.exitCode = 1;
