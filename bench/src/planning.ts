import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { emptyTemplate, planRun, type Template } from '@rapid-jig/core';
import { KIT, partsDrawn, runOfTemplates } from './kit';
import { medianMs, printRow } from './measure';

const DRAWINGS = ['honeycomb-trivet', 'rocking-whale', 'luggage-tags', 'harbour-tray', 'harbour-boats'];

async function templates(copies: number): Promise<Template[]> {
  const all: Template[] = [];
  for (let n = 0; n < copies; n++) {
    for (const name of DRAWINGS) {
      const id = `${name} ${String(n)}`;
      const text = await readFile(join('packages/server/demo', `${name}.svg`), 'utf8');
      all.push({ ...emptyTemplate(id, id), parts: partsDrawn(text, id) });
    }
  }
  return all;
}

export async function benchPlanning(): Promise<void> {
  for (const copies of [1, 20]) {
    const made = await templates(copies);
    const input = runOfTemplates(made);
    const parts = made.reduce((sum, { parts: own }) => sum + own.length, 0);
    const ms = await medianMs(() => planRun(input, KIT));
    printRow(`plan a run of ${String(made.length)} templates, ${String(parts)} parts`, `${ms.toFixed(1)} ms`);
  }
}
