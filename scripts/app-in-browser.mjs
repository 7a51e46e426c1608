import { spawn } from 'node:child_process';
import { createRequire } from 'node:module';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { build, ensureChromium, ensurePackages, root } from './install.mjs';

/** The same as the browser tests use. */
const FLAGS = JSON.parse(readFileSync(join(root, 'e2e/chromium-flags.json'), 'utf8'));

/** Builds and starts the program on files of its own and a browser beside it; both end when `work` does. */
export async function withAppAndBrowser(work) {
  ensurePackages();
  const executablePath = ensureChromium();
  build();
  const { chromium } = createRequire(join(root, 'e2e/package.json'))('@playwright/test');
  const data = mkdtempSync(join(tmpdir(), 'rapid-jig-'));
  const server = spawn(process.execPath, [join(root, 'packages/server/dist/main.js')], {
    env: { ...process.env, RAPID_JIG_DATA: data, RAPID_JIG_PORT: '0' },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const address = await new Promise((resolve, reject) => {
    server.once('exit', () => reject(new Error('the server ended before it was open')));
    server.stdout.on('data', (text) => {
      const found = /open at (http:\S+?)\/\s/.exec(String(text))?.[1];
      if (found) resolve(found);
    });
  });
  const browser = await chromium.launch({ executablePath, args: FLAGS });
  try {
    await work({ address, browser });
  } finally {
    await browser.close();
    const ended = new Promise((resolve) => server.once('exit', resolve));
    server.kill('SIGTERM');
    await ended;
    rmSync(data, { recursive: true, force: true });
  }
}

/** Path of the demo's run. */
export async function demoRunPath(address) {
  const runs = await (await fetch(`${address}/demo/api/runs`)).json();
  return `/demo/runs/${runs[0].doc.id}`;
}
