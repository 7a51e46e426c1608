import { cp, mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { test as base, expect, type Locator, type Page } from '@playwright/test';
import { pino } from 'pino';
import type * as Server from '../packages/server/src/program';

const ROOT = join(import.meta.dirname, '..');
// As it is built, and loaded once for all tests of a worker: its start takes longer than many a test.
const { openProgram, readSettings } = (await import(join(ROOT, 'packages/server/dist/program.js'))) as typeof Server;

/** A name of this machine that a browser does not trust as it trusts 127.0.0.1: what needs a secure page is missing there. */
export const NAMED_HOST = 'shop.test';

/** The real program on files of its own, in the test's own process. */
export class RunningApp {
  private program: Server.Program | null = null;
  private constructor(
    private readonly folder: string,
    /** Address of the maker's own shop, without a slash at the end. */
    public address: string,
    private readonly onNetwork: boolean,
  ) {}

  /** Starts it on a copy of the files of a folder; on the local network only where that is asked for. */
  static async start(files: string, onNetwork = false): Promise<RunningApp> {
    const app = new RunningApp(await mkdtemp(join(tmpdir(), 'rapid-jig-e2e-')), '', onNetwork);
    await cp(files, app.folder, { recursive: true });
    await app.launch('0');
    return app;
  }

  private async launch(port: string): Promise<void> {
    const ways = { demoOnly: false, lan: this.onNetwork, https: false };
    const environment = { RAPID_JIG_DATA: this.folder, RAPID_JIG_PORT: port, RAPID_JIG_ALLOWED_HOSTS: NAMED_HOST };
    const settings = readSettings(environment, ROOT, ways);
    const logger = pino({ level: 'warn' });
    this.program = await openProgram({ root: ROOT, settings, demoOnly: false, isFresh: false, logger });
    this.address = this.program.address;
  }

  /** Stops the program as a shutdown does, and waits for it. */
  async stop(): Promise<void> {
    await this.program?.close();
    this.program = null;
  }

  /** The same program on the same files and port again. */
  async startAgain(): Promise<void> {
    await this.launch(new URL(this.address).port);
  }

  async remove(): Promise<void> {
    await this.stop();
    await rm(this.folder, { recursive: true, force: true });
  }
}

/** Where the files lie that every test starts from; set by `made-demo`. */
export const FRESH = 'RAPID_JIG_FRESH';

export function freshFiles(): string {
  const files = process.env[FRESH];
  if (files === undefined) throw new Error('the demo was not made');
  return files;
}

/** A test with an app of its own, whose demo was made once for all; faults in the page's console fail it. */
export const test = base.extend<{ app: RunningApp; quiet: undefined }>({
  app: async ({}, provide) => {
    const app = await RunningApp.start(freshFiles());
    await provide(app);
    await app.remove();
  },
  quiet: [
    async ({ page, browser }, provide) => {
      const faults: string[] = [];
      page.on('pageerror', (error) => faults.push(error.message));
      await provide(undefined);
      expect(faults).toEqual([]);
      // Other devices' pages would go on looking for their program while others are tested.
      for (const context of browser.contexts()) if (context !== page.context()) await context.close();
    },
    { auto: true },
  ],
});

export { expect, type Page };

/** Drops a drawing into the file field of the templates page. */
export async function bringDrawing(
  page: Page,
  address: string,
  file: string | { name: string; mimeType: string; buffer: Buffer },
): Promise<void> {
  await page.goto(`${address}/templates`);
  await page.locator('input[aria-label=Drawing]').setInputFiles(file);
}

export const svgFile = (name: string, text: string) => ({ name, mimeType: 'image/svg+xml', buffer: Buffer.from(text) });

export const PLATE = svgFile(
  'plate.svg',
  '<svg width="120mm" viewBox="0 0 120 80"><rect width="101.6" height="76.2"/></svg>',
);

/** A plate kept as a template, and a run of six: its address. */
export async function runOfPlates(page: Page, address: string): Promise<string> {
  await bringDrawing(page, address, PLATE);
  await page.getByRole('button', { name: 'Keep as a template' }).dblclick();
  await page.getByRole('button', { name: 'Make some' }).dblclick();
  await page.getByLabel('Copies of Plate', { exact: true }).fill('6');
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  return page.url();
}

/** Lets time pass for what tells two taps apart, without waiting for it. */
export const later = (page: Page, ms: number): Promise<void> =>
  page.evaluate((skipped) => {
    const now = performance.now.bind(performance);
    performance.now = () => now() + skipped;
    const madeAt = Object.getOwnPropertyDescriptor(Event.prototype, 'timeStamp')?.get;
    Object.defineProperty(Event.prototype, 'timeStamp', {
      configurable: true,
      get(this: Event): number {
        return Number(madeAt?.call(this)) + skipped;
      },
    });
  }, ms);

/** Nothing on the page moves by itself any more: a colour on its way is neither, and a caret comes and goes. */
export const still = (page: Page): Promise<unknown> =>
  page.addStyleTag({ content: '* { transition: none !important; caret-color: transparent !important; }' });

/** The path of the demo's run. */
export async function demoRun(page: Page, address: string): Promise<string> {
  const runs = (await (await page.request.get(`${address}/demo/api/runs`)).json()) as [{ doc: { id: string } }];
  return `/demo/runs/${runs[0].doc.id}`;
}

/** Until what was done is drawn. */
export const nextFrame = (page: Page): Promise<unknown> =>
  page.evaluate(() => new Promise((drawn) => requestAnimationFrame(drawn)));

export const passBox = (page: Page, pass: number): Locator =>
  page.getByRole('checkbox', { name: new RegExp(`^Pass ${String(pass)} of`) });
