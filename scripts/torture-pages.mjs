import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { root } from './install.mjs';

const flags = JSON.parse(readFileSync(join(root, 'e2e/chromium-flags.json'), 'utf8'));
const executablePath = process.env['RAPID_JIG_CHROMIUM'] ?? '/usr/bin/chromium';
const ANSWERS_WITHIN_MS = 60_000;

const openPage = async (browser, address) => {
  const context = await browser.newContext({ serviceWorkers: 'block' });
  const page = await context.newPage();
  await page.goto(address);
  return { context, page };
};

const QUIET_MS = 4000;

/** The ledger of a run once nothing more comes in, and no page says that something is left. */
async function settledEvents(apiOfRun, pages) {
  const read = async () => (await (await fetch(`${apiOfRun}/events`)).json()).events;
  const until = performance.now() + ANSWERS_WITHIN_MS;
  for (let events = await read(); ;) {
    await new Promise((resolve) => setTimeout(resolve, QUIET_MS));
    const now = await read();
    const stuck = await Promise.all(pages.map((page) => page.getByRole('button', { name: /not sent yet/ }).count()));
    if (now.length === events.length && stuck.every((count) => count === 0)) return now;
    if (performance.now() > until) throw new Error(`still not sent: ${stuck.join(' and ')}`);
    events = now;
  }
}

/**
 * Two browsers mark passes of one run, in any order and now and then cut off from the program. The hand count: a pass that
 * was tapped anywhere is sawn, once. Returns how many taps were done, how many passes that is, and what the ledger says.
 */
export async function tapOnTwo(runAddress, apiOfRun, taps) {
  const browser = await chromium.launch({ executablePath, args: flags });
  const devices = [await openPage(browser, runAddress), await openPage(browser, runAddress)];
  const names = new Set();
  for (const { page } of devices)
    await page
      .getByRole('checkbox', { name: /^Pass 1 of/ })
      .first()
      .waitFor();
  for (let tap = 0; tap < taps; tap++) {
    const { context, page } = devices[Math.floor(2 * Math.random())];
    if (Math.random() < 0.04) await context.setOffline(true);
    else if (Math.random() < 0.1) for (const one of devices) await one.context.setOffline(false);
    // A tick that stands is not tapped off: any box that this page shows as still to saw.
    const name = await page.evaluate((chance) => {
      const open = [...document.querySelectorAll('input[type=checkbox][aria-label$="to saw"]')];
      const box = open[Math.floor(chance * open.length)];
      box?.click();
      return box?.getAttribute('aria-label').replace(': to saw', '') ?? null;
    }, Math.random());
    if (name !== null) names.add(name);
  }
  for (const { context } of devices) await context.setOffline(false);
  const events = await settledEvents(
    apiOfRun,
    devices.map(({ page }) => page),
  );
  const marked = new Set(events.map(({ stack, pass }) => `${stack} ${pass}`));
  const shown = [];
  for (const { page } of devices) {
    await page.reload();
    await page
      .getByRole('checkbox', { name: /: sawn$/ })
      .first()
      .waitFor();
    shown.push(await page.getByRole('checkbox', { name: /: sawn$/ }).count());
  }
  await browser.close();
  return { counted: names.size, recorded: marked.size, events: events.length, shown };
}

/** A page is closed in the middle of an edit, again and again; what was typed is there afterwards, or was never kept. */
export async function closeWhileEditing(templateAddress, readNote, closings) {
  const browser = await chromium.launch({ executablePath, args: flags });
  const context = await browser.newContext({ serviceWorkers: 'block' });
  const result = { closings, saidSaved: 0, lost: 0, kept: 0 };
  for (let n = 1; n <= closings; n++) {
    const page = await context.newPage();
    await page.goto(templateAddress);
    await page.getByLabel('Note for next time').fill(`closing ${n}`);
    await page.waitForTimeout(Math.floor(700 * Math.random()));
    const isSaved = await page.getByText('Saved', { exact: true }).isVisible();
    await page.close();
    const next = await context.newPage();
    await next.goto(templateAddress);
    await next.getByText('Saved', { exact: true }).waitFor({ timeout: ANSWERS_WITHIN_MS });
    const isThere = (await readNote()) === `closing ${n}`;
    if (isSaved) result.saidSaved++;
    if (isThere) result.kept++;
    if (isSaved && !isThere) result.lost++;
    await next.close();
  }
  await browser.close();
  return result;
}
