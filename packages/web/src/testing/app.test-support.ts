import { afterAll, afterEach, beforeEach, expect as told, jest, test } from '@jest/globals';
import type { Part } from '@rapid-jig/core';
import { serveShops, type Served } from '@rapid-jig/server/testing';
import { openProgram } from '../program';
import './all-views.test-support';
import { templateOf } from './sawn-parts.test-support';
import { forgetAsked, InThisThread, isAtRest } from './comlink.test-support';
import { body, expectOn, keyboard, later, Locator, until, watchDownloads, type InputFile } from './page.test-support';

declare global {
  /** Where what the page asks for by a path is answered. */
  var programAddress: string;
  /** As when a browser leaves a page: nothing of it goes on. */
  var leavePage: () => void;
}

Object.assign(globalThis, { Worker: InThisThread });
// Longer than anything on the page is waited for.
jest.setTimeout(240_000);

let served: Served | null = null;
let takeAway: (() => void) | null = null;
let downloads: ReturnType<typeof watchDownloads>;

function leave(): void {
  takeAway?.();
  takeAway = null;
  leavePage();
  forgetAsked();
}

/** The program is started for each test on files of its own when the first page is opened. */
async function open(path: string): Promise<void> {
  served ??= await serveShops(`${String(process.ppid)}-${String(jest.getSeed())}`);
  globalThis.programAddress = served.address;
  leave();
  const place = document.createElement('div');
  document.body.replaceChildren(place);
  history.pushState(null, '', path);
  takeAway = await openProgram(place);
}

beforeEach(() => {
  downloads = watchDownloads();
  localStorage.clear();
  // A browser that keeps nothing yet.
  globalThis.indexedDB = new IDBFactory();
});

afterEach(async () => {
  leave();
  document.body.replaceChildren();
  await served?.close();
  served = null;
  jest.restoreAllMocks();
});

afterAll(() => {
  history.replaceState(null, '', '/');
});

/** The page, in the words of the browser tests. */
export const page = {
  goto: open,
  reload: () => open(location.pathname + location.search),
  path: () => location.pathname + location.search + location.hash,
  keyboard,
  getByRole: body.getByRole.bind(body),
  getByLabel: body.getByLabel.bind(body),
  getByText: body.getByText.bind(body),
  locator: body.locator.bind(body),
  goBack: () => history.back(),
  later,
  until,
  /** Until what was asked of the workers is answered: here they share the thread of all others. */
  rest: () =>
    until(
      () => (isAtRest() ? true : null),
      () => 'the workers never rest',
    ),
  /** The file that an action gives. */
  download: (action: () => Promise<void>) => downloads.next(action),
};

type On = ReturnType<typeof expectOn>;

/** Of something on the page: waits until it is so. Of anything else: what Jest expects. */
export function expect(it: Locator): On;
export function expect<T>(it: T): ReturnType<typeof told<T>>;
export function expect(it: unknown): unknown {
  return it instanceof Locator ? expectOn(it) : told(it);
}

export { test };

export const textFile = (name: string, mimeType: string, text: string): InputFile => ({
  name,
  mimeType,
  buffer: new TextEncoder().encode(text),
});

export const svgFile = (name: string, text: string): InputFile => textFile(name, 'image/svg+xml', text);

export const PLATE = svgFile(
  'plate.svg',
  '<svg width="120mm" viewBox="0 0 120 80"><rect width="101.6" height="76.2"/></svg>',
);

/** Keeps a template in the maker's own shop, and opens it. */
export async function keepTemplate(name: string, parts: readonly Part[]): Promise<void> {
  await page.goto('/templates');
  const template = templateOf(name, parts);
  const headers = { 'Content-Type': 'application/json', 'If-Match': '"0"', 'Idempotency-Key': template.id };
  const put = await fetch(`/api/templates/${template.id}`, { method: 'PUT', headers, body: JSON.stringify(template) });
  told(put.status).toBe(200);
  await page.goto(`/templates/${template.id}`);
}

/** Drops a drawing into the file field of the templates page. */
export async function bringDrawing(file: InputFile): Promise<void> {
  await page.goto('/templates');
  await page.locator('input[aria-label=Drawing]').setInputFiles(file);
}

/** A plate kept as a template, and a run of six: its path. */
export async function runOfPlates(): Promise<string> {
  await bringDrawing(PLATE);
  await page.getByRole('button', { name: 'Keep as a template' }).dblclick();
  await page.getByRole('button', { name: 'Make some' }).dblclick();
  await page.getByLabel('Copies of Plate', { exact: true }).fill('6');
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  return page.path();
}
