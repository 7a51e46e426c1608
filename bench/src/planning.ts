import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import {
  followSteps,
  inches,
  newRun,
  noSteps,
  partsFromDrawing,
  planRun,
  readDrawing,
  TYPICAL_BLADES,
  TYPICAL_SHOP,
  type Part,
  type PlanInput,
  type Template,
  newRunLine,
  emptyTemplate,
} from '@rapid-jig/core';
import { KIT } from './kit';
import { medianMs, printRow } from './measure';

const DRAWINGS = ['honeycomb-trivet', 'rocking-whale', 'luggage-tags', 'harbour-tray', 'harbour-boats'];

async function partsOf(name: string, prefix: string): Promise<Part[]> {
  const text = await readFile(join('packages/server/demo', `${name}.svg`), 'utf8');
  const raw = readDrawing(text);
  const drawing = raw.ok ? followSteps(raw.value, noSteps(raw.value.mmPerUnit ?? 1)) : raw;
  if (!drawing.ok) throw new Error(drawing.error.message);
  let made = 0;
  const thickness = { mm: inches(1 / 4), typed: '1/4' };
  const newId = (): string => `${prefix} ${name} ${String(made++)}`;
  return partsFromDrawing(drawing.value, { drawing: name, woodId: 'birch-plywood', thickness, together: false, newId });
}

async function templates(copies: number): Promise<Template[]> {
  const all: Template[] = [];
  for (let n = 0; n < copies; n++) {
    for (const name of DRAWINGS) {
      const id = `${name} ${String(n)}`;
      all.push({
        ...emptyTemplate(id, id),
        parts: await partsOf(name, id),
      });
    }
  }
  return all;
}

const inputOf = (made: readonly Template[]): PlanInput => ({
  run: {
    ...newRun(
      'bench',
      'bench',
      made.map(({ id }, i) => newRunLine(id, 1, 5 + (i % 13))),
    ),
    spares: { kind: 'percent', percent: 5 },
  },
  revisions: made.map((template) => ({ revision: 1, template })),
  shop: TYPICAL_SHOP,
  drawer: TYPICAL_BLADES,
  work: [],
});

export async function benchPlanning(): Promise<void> {
  for (const copies of [1, 20]) {
    const made = await templates(copies);
    const input = inputOf(made);
    const parts = made.reduce((sum, { parts: own }) => sum + own.length, 0);
    const ms = await medianMs(() => planRun(input, KIT));
    printRow(`plan a run of ${String(made.length)} templates, ${String(parts)} parts`, `${ms.toFixed(1)} ms`);
  }
}
