import { spawn, type ChildProcess } from 'node:child_process';
import { cp, mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { test as base, expect, type Locator, type Page } from '@playwright/test';

const SERVER = join(import.meta.dirname, '../packages/server/dist/main.js');

/** A name of this machine that a browser does not trust as it trusts 127.0.0.1: what needs a secure page is missing there. */
export const NAMED_HOST = 'shop.test';

/** The real program on files of its own, as `npm start` runs it. */
export class RunningApp {
  private child: ChildProcess | null = null;
  private constructor(
    private readonly folder: string,
    /** Address of the maker's own shop, without a slash at the end. */
    public address: string,
    private readonly settings: Readonly<Record<string, string>>,
  ) {}

  /** Starts it on files of its own: those of a folder, or empty ones, for which the demo is made first. */
  static async start(
    settings: Readonly<Record<string, string>> = {},
    files: string | null = null,
  ): Promise<RunningApp> {
    const app = new RunningApp(await mkdtemp(join(tmpdir(), 'rapid-jig-e2e-')), '', settings);
    if (files !== null) await cp(files, app.folder, { recursive: true });
    await app.launch('0');
    return app;
  }

  /** Stops it and gives its files, for others to start with. */
  async filesLeft(): Promise<string> {
    await this.stop();
    return this.folder;
  }

  private async launch(port: string): Promise<void> {
    const child = spawn(process.execPath, [SERVER], {
      env: {
        ...process.env,
        RAPID_JIG_DATA: this.folder,
        RAPID_JIG_PORT: port,
        RAPID_JIG_ALLOWED_HOSTS: NAMED_HOST,
        ...this.settings,
      },
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    this.child = child;
    this.address = await new Promise((resolve, reject) => {
      child.once('exit', (code) => {
        reject(new Error(`the server ended with ${String(code)} before it was open`));
      });
      child.stdout.on('data', (text: Buffer) => {
        const address = /open at (http:\S+?)\/\s/.exec(text.toString())?.[1];
        if (address) resolve(address);
      });
    });
  }

  /** Stops the server as a shutdown does, and waits for it. */
  async stop(): Promise<void> {
    const { child } = this;
    if (!child || child.exitCode !== null) return;
    const ended = new Promise((resolve) => child.once('exit', resolve));
    child.kill('SIGTERM');
    await ended;
    expect(child.exitCode).toBe(0);
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

/** A test with an app of its own, whose demo was made once for all; faults in the page's console fail it. */
export const test = base.extend<{ app: RunningApp; quiet: undefined }>({
  app: async ({}, provide) => {
    const app = await RunningApp.start({}, process.env[FRESH] ?? null);
    await provide(app);
    await app.remove();
  },
  quiet: [
    async ({ page }, provide) => {
      const faults: string[] = [];
      page.on('pageerror', (error) => faults.push(error.message));
      await provide(undefined);
      expect(faults).toEqual([]);
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
  }, ms);

/** Until what was done is drawn. */
export const nextFrame = (page: Page): Promise<unknown> =>
  page.evaluate(() => new Promise((drawn) => requestAnimationFrame(drawn)));

export const passBox = (page: Page, pass: number): Locator =>
  page.getByRole('checkbox', { name: new RegExp(`^Pass ${String(pass)} of`) });
