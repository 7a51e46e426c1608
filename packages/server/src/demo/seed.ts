import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import {
  followSteps,
  inches,
  NO_STACK_WISHES,
  NO_WISHES,
  noSteps,
  parseLength,
  parseStock,
  partsFromDrawing,
  passSawn,
  planRun,
  readDrawing,
  type Body,
  type DrawingSteps,
  type Part,
  type Plan,
  type PlannedStack,
  type Run,
  type PlanInput,
  type RodNeed,
  type Template,
  type WorkEvent,
  newRunLine,
  emptyTemplate,
  withHoleUse,
} from '@rapid-jig/core';
import type { Logger } from 'pino';
import type { Database } from '../db/database';
import type { Heavy } from '../heavy/pool';
import { loadSolver } from '../heavy/tasks';
import { startRun } from '../start-run';
import { keepDrawing } from '../store/drawings';
import { addEvent, listRuns, putRun } from '../store/runs';
import { addMoves, putItem } from '../store/rack';
import { putSingleton, shopAndDrawer } from '../store/singletons';
import { putTemplate } from '../store/templates';
import { idFor } from './ids';
import { DEMO_DAYS_AHEAD, DEMO_PASSES_SAWN, DEMO_RACK, DEMO_RUN, DEMO_SHOP, DEMO_TEMPLATES } from './scenario';
import type { DemoDrawing, DemoTemplate } from './scenario';

const DAY_MS = 24 * 60 * 60 * 1000;
const RUN_ID = idFor('run');
const CLIENT_ID = idFor('tablet beside the saw');

/** Fills an empty database with the demo shop; one that already has runs is left as it is. */
export async function seedDemo(
  db: Database,
  drawingsFolder: string,
  now: Date,
  logger: Logger,
  heavy: Heavy,
): Promise<void> {
  if ((await db.read(listRuns)).length > 0) return;
  const templates: Template[] = [];
  for (const demo of DEMO_TEMPLATES) {
    const { template, files } = await readTemplate(demo, drawingsFolder);
    const read = await heavy.readTemplate(Buffer.from(JSON.stringify(template)));
    if (!read.ok) throw new Error(`${demo.name}: ${read.fault.message}`);
    await db.write(async (session) => {
      for (const file of files) await keepDrawing(session, file.id, file);
      await putTemplate(session, read, 0);
    });
    templates.push(template);
  }
  const run = { ...demoRun(templates, now), id: RUN_ID };
  await db.write(async (session) => {
    await putSingleton(session, 'shop', DEMO_SHOP, 0);
    await putRun(session, run, 0);
  });
  await fillRack(db, now);
  await startRun(RUN_ID, { db, now, logger, heavy });
  const { drawer } = await db.read(shopAndDrawer);
  const revisions = templates.map((template) => ({ revision: 1, template }));
  await sawSome(db, { run, revisions, shop: DEMO_SHOP, drawer, work: [] }, now);
}

/** Puts the demo's stock on the rack, all of it received on the day the demo was made. */
async function fillRack(db: Database, now: Date): Promise<void> {
  for (const [typed, place, costMinor] of DEMO_RACK) {
    const read = parseStock(typed, 'in');
    if (!read.ok) throw new Error(`${typed}: ${read.error.message}`);
    const id = idFor(`rack ${typed}`);
    const received = { kind: 'received' as const, count: read.value.quantity, runId: null };
    await db.write(async (session) => {
      await putItem(session, { ...read.value.item, id, place, costMinor }, 0);
      await addMoves(session, [
        { id: idFor(`received ${typed}`), clientId: CLIENT_ID, at: now.toISOString(), itemId: id, ...received },
      ]);
    });
  }
}

interface ReadTemplate {
  readonly template: Template;
  readonly files: readonly { readonly id: string; readonly fileName: string; readonly bytes: Buffer }[];
}

async function readTemplate(demo: DemoTemplate, folder: string): Promise<ReadTemplate> {
  const parts: Part[] = [];
  const files: { id: string; fileName: string; bytes: Buffer; steps: DrawingSteps }[] = [];
  for (const drawing of demo.drawings) {
    const bytes = await readFile(join(folder, drawing.file));
    const text = bytes.toString('utf8');
    const { parts: read, steps } = partsOf(drawing, text);
    parts.push(...read);
    files.push({ id: idFor(drawing.file), fileName: drawing.file, bytes, steps });
  }
  const template: Template = {
    ...emptyTemplate(idFor(demo.name), demo.name),
    note: demo.note,
    parts,
    bodies: bodiesOf(demo, parts),
    rods: rodsOf(demo),
    hardware: (demo.hardware ?? []).map((need) => ({ ...need, id: idFor(`${demo.name} ${need.name}`) })),
    drawings: files.map(({ id, fileName, steps }) => ({ id, fileName, steps })),
  };
  return { template, files };
}

function partsOf(drawing: DemoDrawing, text: string): { parts: Part[]; steps: DrawingSteps } {
  const raw = readDrawing(text);
  if (!raw.ok) throw new Error(`${drawing.file}: ${raw.error.message}`);
  // Its parts are told one by one.
  const steps = { ...noSteps(raw.value.mmPerUnit), equalAsOne: false };
  const scaled = followSteps(raw.value, steps);
  if (!scaled.ok) throw new Error(`${drawing.file}: ${scaled.error.message}`);
  let made = 0;
  const newId = (): string => idFor(`${drawing.file} ${String(made++)}`);
  const thickness = { mm: inches(1 / 4), typed: '1/4' };
  const plain = partsFromDrawing(scaled.value, {
    drawing: idFor(drawing.file),
    woodId: 'basswood',
    thickness,
    together: drawing.together,
    newId,
  });
  if (plain.length !== drawing.parts.length) throw new Error(`${drawing.file} draws ${String(plain.length)} parts`);
  const parts = plain.map((part, i): Part => {
    const told = drawing.parts[i];
    const length = parseLength(told?.thickness ?? '', 'in');
    if (!told || !length.ok) throw new Error(`${drawing.file}: part ${String(i)} has no thickness`);
    const { name, perCopy, woodId, grain, pinnedLayers = null, holes = 'plain' } = told;
    const made = { ...part, name, perCopy, woodId, grain, pinnedLayers, thickness: length.value };
    return part.holes.reduce((one, { id }) => withHoleUse(one, id, { fit: holes }), made);
  });
  return { parts, steps };
}

/** Layers that lie on each other, by the names of their parts. */
const bodiesOf = ({ bodies = [] }: DemoTemplate, parts: readonly Part[]): Body[] =>
  bodies.map(({ name, layers }) => ({
    id: idFor(`body ${name}`),
    name,
    // The window is in the front alone: that is how a lantern shines.
    meant: parts.filter((part) => part.name === layers[0]).flatMap(({ insideCuts }) => insideCuts.map(({ id }) => id)),
    layers: layers.map((layer) => {
      const part = parts.find((one) => one.name === layer);
      if (!part) throw new Error(`${name}: there is no part ${layer}`);
      return part.id;
    }),
  }));

const rodsOf = ({ name, rods = [] }: DemoTemplate): RodNeed[] =>
  rods.map((rod) => {
    const [thickness, length] = [parseLength(rod.thickness, 'in'), parseLength(rod.length, 'in')];
    if (!thickness.ok || !length.ok) throw new Error(`${name}: ${rod.name} has no size`);
    const { woodId, perCopy } = rod;
    return {
      id: idFor(`${name} ${rod.name}`),
      name: rod.name,
      kind: 'dowel',
      woodId,
      thickness: thickness.value,
      width: null,
      length: length.value,
      perCopy,
    };
  });

const demoRun = (templates: readonly Template[], now: Date): Omit<PlanInput['run'], 'id'> => ({
  ...DEMO_RUN,
  dueDate: new Date(now.getTime() + DEMO_DAYS_AHEAD * DAY_MS).toISOString().slice(0, 10),
  lines: templates.flatMap(({ id }, i) => {
    const copies = DEMO_TEMPLATES[i]?.copies ?? 0;
    return copies > 0 ? [newRunLine(id, 1, copies)] : [];
  }),
  refillSpares: false,
  measured: [{ woodId: 'cherry', nominalMm: inches(3 / 8), measured: { mm: inches(13 / 32), typed: '13/32' } }],
  wood: NO_WISHES,
  stacks: NO_STACK_WISHES,
  archived: false,
});

/** Of the stacks to saw the first of the product that stands first in the run: this shop finishes one after the other. */
function nextByProduct({ stacks }: Plan, { lines }: Run): PlannedStack | undefined {
  const lineOf = ({ gangs }: PlannedStack): number =>
    Math.min(...gangs.map((gang) => lines.findIndex(({ templateId }) => templateId === gang.templateId)));
  return stacks.filter(({ passesToCut }) => passesToCut > 0).sort((a, b) => lineOf(a) - lineOf(b))[0];
}

/** Marks the first passes of the plan as sawn, a quarter of an hour apart, the last one ending now. */
async function sawSome(db: Database, input: PlanInput, now: Date): Promise<void> {
  const events: WorkEvent[] = [];
  for (let n = 0; n < DEMO_PASSES_SAWN; n++) {
    const planned = await planRun({ ...input, work: events }, { onStage: () => undefined, solver: loadSolver });
    const stack = planned.ok ? nextByProduct(planned.value, input.run) : undefined;
    if (!stack) throw new Error('the demo run has no pass left to saw');
    const spoiled = n === 2 ? [{ layerId: null, reason: 'slipped' as const }] : [];
    const event: WorkEvent = {
      ...passSawn(stack, null, stack.done.length + 1, { spoiled, lost: [] }),
      id: idFor(`pass ${String(n)}`),
      clientId: CLIENT_ID,
      at: new Date(now.getTime() - (DEMO_PASSES_SAWN - n) * 15 * 60 * 1000).toISOString(),
      person: DEMO_SHOP.people[n % DEMO_SHOP.people.length] ?? null,
      saw: DEMO_SHOP.saw.name,
    };
    events.push(event);
    await db.write((session) => addEvent(session, RUN_ID, event));
  }
}
