import { randomUUID } from 'node:crypto';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pino } from 'pino';
import {
  inches,
  newRun,
  parseStock,
  type Part,
  type Run,
  type StockItem,
  type Template,
  newRunLine,
  emptyTemplate,
  AS_DRAWN,
} from '@rapid-jig/core';
import { openDatabase, type Database } from '../db/database';
import { tasks } from '../heavy/tasks';
import type { Devices } from '../devices';
import { createApp, type AppOptions } from '../http/app';

export const MIGRATIONS = join(import.meta.dirname, '../../drizzle');
export const DEMO_DRAWINGS = join(import.meta.dirname, '../../demo');
export const NOW = new Date('2026-11-24T09:00:00Z');

export async function openScratch(): Promise<{ db: Database; url: string; remove: () => Promise<void> }> {
  const folder = await mkdtemp(join(tmpdir(), 'rapid-jig-'));
  const url = `file:${join(folder, 'shop.db')}`;
  const db = await openDatabase(url, MIGRATIONS);
  const remove = async (): Promise<void> => {
    await db.close();
    await rm(folder, { recursive: true, force: true });
  };
  return { db, url, remove };
}

/** All that an app needs beside its shops, as a program that listens to this computer alone has it. */
export const alone = (): Omit<AppOptions, 'shops'> => ({
  clock: () => NOW,
  logger: pino({ level: 'silent' }),
  heavy: tasks(),
  webRoot: null,
  hosts: () => [],
  devices: NO_DEVICES,
  way: () => ({ addresses: [], trust: null }),
  authority: null,
  securePort: () => null,
  isOwn: () => true,
  stopping: new AbortController().signal,
});

const NO_DEVICES: Devices = {
  code: () => '',
  knows: () => false,
  whenTurnedOut: () => () => undefined,
  pair: () => Promise.reject(new Error('no device is let in')),
  list: () => Promise.resolve([]),
  turnOut: () => Promise.resolve(),
};

export const appFor = (db: Database, changes: Partial<AppOptions> = {}) =>
  createApp({ ...alone(), shops: [{ base: '', db, backups: null }], ...changes });

export function squarePart(): Part {
  const corners = [
    { x: 80, y: 0 },
    { x: 80, y: 50 },
    { x: 0, y: 50 },
    { x: 0, y: 0 },
  ];
  return {
    id: randomUUID(),
    name: 'Tag',
    perCopy: 1,
    woodId: 'cherry',
    thickness: { mm: inches(1 / 8), typed: '1/8' },
    grain: 'along-x',
    outline: {
      id: randomUUID(),
      line: null,
      path: { start: { x: 0, y: 0 }, closed: true, segments: corners.map((to) => ({ kind: 'line', to })) },
    },
    drawing: null,
    insideCuts: [],
    throughCuts: [],
    holes: [],
    marks: [],
    datum: null,
    sharedBlank: null,
    pinnedLayers: null,
    ...AS_DRAWN,
  };
}

export const newTemplate = (name = 'Luggage tag'): Template => ({
  ...emptyTemplate(randomUUID(), name),
  parts: [squarePart()],
});

export const runOf = (template: Template, copies = 10): Run =>
  newRun(randomUUID(), 'Fair', [newRunLine(template.id, 1, copies)]);

/** Stock as a maker types it, under a new id. */
export function typedStock(text: string): { item: StockItem; quantity: number } {
  const read = parseStock(text, 'in');
  if (!read.ok) throw new Error(read.error.message);
  return { quantity: read.value.quantity, item: { ...read.value.item, id: randomUUID() } };
}

/** A template as the worker hands it on to be stored. */
export async function readOf(template: Template) {
  const read = await tasks().readTemplate(Buffer.from(JSON.stringify(template)));
  if (!read.ok) throw new Error(read.fault.message);
  return read;
}
