import { jest } from '@jest/globals';
import fc from 'fast-check';
import { err, ok } from '@rapid-jig/core';
import type { Stored } from '@rapid-jig/contract';
import { clashesIn, openDocument, type OpenDocument } from './document';
import { newEntry } from './entry';
import { keptInMemory, type Kept } from './kept';
import type { Outbox } from './outbox';
import { fakeServer, fault, outboxOf } from './testing.test-support';

export interface Sheet {
  readonly a: string;
  readonly b: string;
  readonly lines: readonly { readonly id: string; readonly copies: string }[];
}

/** A place of the document that hands write in. */
export const PLACES = ['a', 'b', 'x', 'y'] as const;
export type Written = (typeof PLACES)[number];

const AT_FIRST = 'at first';
const FIRST: Sheet = {
  a: AT_FIRST,
  b: AT_FIRST,
  lines: ['x', 'y'].map((id) => ({ id, copies: AT_FIRST })),
};

export const valueAt = ({ a, b, lines }: Sheet, place: Written): string =>
  place === 'a' ? a : place === 'b' ? b : (lines.find(({ id }) => id === place)?.copies ?? '');

const withValue = (sheet: Sheet, place: Written, value: string): Sheet =>
  place === 'a' || place === 'b'
    ? { ...sheet, [place]: value }
    : { ...sheet, lines: sheet.lines.map((line) => (line.id === place ? { ...line, copies: value } : line)) };

/** What a hand does at a tab; tabs are two of one browser, and one of another device. */
type AtTab =
  | { readonly kind: 'tap' | 'undo' | 'redo' | 'hear'; readonly tab: number }
  | { readonly kind: 'edit'; readonly tab: number; readonly place: Written }
  | { readonly kind: 'decide'; readonly tab: number; readonly mine: boolean };

/** What hands, browsers and networks do. */
export type Deed =
  | AtTab
  | { readonly kind: 'crash' | 'reload'; readonly tab: number }
  | { readonly kind: 'away' | 'back' | 'lose' | 'full' | 'room' }
  | { readonly kind: 'clock'; readonly hours: number }
  | { readonly kind: 'wait'; readonly ms: number };

const AT_TAB: readonly Deed['kind'][] = ['tap', 'undo', 'redo', 'hear', 'edit', 'decide'];
const isAtTab = (deed: Deed): deed is AtTab => AT_TAB.includes(deed.kind);

const tab = fc.constantFrom(0, 1, 2);
const deedOf = (weight: number, arbitrary: fc.Arbitrary<Deed>) => ({ weight, arbitrary });
const DEEDS = [
  deedOf(6, fc.record({ kind: fc.constant('edit'), tab, place: fc.constantFrom(...PLACES) })),
  deedOf(4, fc.record({ kind: fc.constant('tap'), tab })),
  deedOf(4, fc.record({ kind: fc.constant('hear'), tab })),
  deedOf(2, fc.record({ kind: fc.constantFrom('crash', 'reload'), tab })),
  deedOf(2, fc.record({ kind: fc.constant('decide'), tab, mine: fc.boolean() })),
  deedOf(4, fc.record({ kind: fc.constantFrom('away', 'back', 'lose', 'full', 'room') })),
  deedOf(1, fc.record({ kind: fc.constant('clock'), hours: fc.integer({ min: -3, max: 3 }) })),
  deedOf(5, fc.record({ kind: fc.constant('wait'), ms: fc.constantFrom(20, 120, 600, 5000, 35_000) })),
];
const STEPS_BACK = deedOf(2, fc.record({ kind: fc.constantFrom('undo', 'redo'), tab }));

const many = (deed: fc.Arbitrary<Deed>) => fc.array(deed, { minLength: 5, maxLength: 40, size: 'max' });
/** Of one day; on every other one something is taken back. */
export const anyDeeds = fc.oneof(many(fc.oneof(...DEEDS)), many(fc.oneof(...DEEDS, STEPS_BACK)));

const PATH = '/sheets/1';
const ON_THE_WAY_MS = 40;
const later = (ms: number): Promise<void> => new Promise((done) => setTimeout(done, ms));

interface Tab {
  readonly name: string;
  readonly outbox: Outbox;
  readonly document: OpenDocument<Sheet>;
  isDead: boolean;
}

/** Tabs, devices, a server and what lies between them, told to do things; and what must have come of it. */
export class Hands {
  readonly host = fakeServer({ [PATH]: { doc: FIRST, version: 1 } });
  /** Ids of the taps, by the tab that made them. */
  readonly taps = new Map<string, string[]>();
  /** Values that somebody wrote and nobody has seen and replaced, by their place. */
  readonly standing = new Map<Written, Set<string>>(PLACES.map((place) => [place, new Set([AT_FIRST])]));
  readonly stored: string[] = [];
  private readonly browsers: readonly Kept[] = [keptInMemory(), keptInMemory()];
  private readonly living = new Set<string>();
  private readonly tabs: (Tab | null)[] = [null, null, null];
  private isAway = false;
  private isLost = false;
  private isFull = false;
  private made = 0;

  async do(deed: Deed): Promise<void> {
    if (isAtTab(deed)) await this.atTab(deed);
    else if (deed.kind === 'wait') await jest.advanceTimersByTimeAsync(deed.ms);
    else if (deed.kind === 'away' || deed.kind === 'back') this.isAway = deed.kind === 'away';
    else if (deed.kind === 'lose') this.isLost = true;
    else if (deed.kind === 'full' || deed.kind === 'room') this.isFull = deed.kind === 'full';
    else if (deed.kind === 'clock') jest.setSystemTime(Date.now() + deed.hours * 3_600_000);
    else if (deed.kind === 'crash' || deed.kind === 'reload') {
      // What no browser can keep is lost with its page, and was told before.
      if ((this.tabs[deed.tab]?.outbox.store.getState().cannotKeep ?? null) === null) this.end(deed.tab);
      if (deed.kind === 'reload') await this.at(deed.tab);
    }
    await jest.advanceTimersByTimeAsync(1);
  }

  private async atTab(deed: AtTab): Promise<void> {
    const at = await this.at(deed.tab);
    switch (deed.kind) {
      case 'tap':
        return this.tap(at);
      case 'edit':
        return this.edit(at, deed.place);
      case 'decide':
        return this.decide(at, deed.mine);
      case 'hear':
        return void (await this.settled(at.document.refresh()));
      default:
        return at.document[deed.kind]();
    }
  }

  /** The evening: everything works again, whatever was asked is decided, and all is sent. */
  async comeToRest(): Promise<readonly Tab[]> {
    for (const deed of [{ kind: 'back' }, { kind: 'room' }] as const) await this.do(deed);
    for (const place of [0, 1, 2]) await this.at(place);
    for (let n = 0; n < 8; n++) {
      await jest.advanceTimersByTimeAsync(40_000);
      const all = this.tabs.flatMap((one) => one ?? []);
      for (const at of all) this.decide(at, n % 2 === 0);
      for (const at of all) await this.settled(at.document.refresh());
    }
    await jest.advanceTimersByTimeAsync(40_000);
    return this.tabs.flatMap((one) => one ?? []);
  }

  sheet(): Sheet {
    return this.host.stored(PATH)?.doc as Sheet;
  }

  async kept(): Promise<readonly string[]> {
    const all = await Promise.all(this.browsers.map((browser) => browser.all('out ')));
    return all.flat().map(([key]) => key);
  }

  private browserOf(place: number): Kept {
    const [ours, another] = this.browsers as [Kept, Kept];
    return place === 2 ? another : ours;
  }

  private async at(place: number): Promise<Tab> {
    const known = this.tabs[place];
    if (known) return known;
    const name = `tab-${String(place)}-${String(this.made++)}`;
    this.living.add(`${String(place === 2)} ${name}`);
    const told = { isDead: false };
    const outbox = outboxOf(this.sendOf(told), this.keptOf(place, told), name, this.livingIn(place));
    await this.settled(outbox.start());
    const opened = openDocument<Sheet>({
      key: 'sheet 1',
      kind: 'settings',
      path: PATH,
      label: () => 'The sheet',
      // Read from what was read last where the program is away, as a page kept by the browser does.
      load: () => Promise.resolve(ok(this.host.stored(PATH) as Stored<Sheet>)),
      outbox,
    });
    const document = await this.settled(opened);
    if (!document.ok) throw new Error(document.error.message);
    const tabNow: Tab = Object.assign(told, { name, outbox, document: document.value });
    this.tabs[place] = tabNow;
    return tabNow;
  }

  private end(place: number): void {
    const at = this.tabs[place];
    if (!at) return;
    at.isDead = true;
    this.living.delete(`${String(place === 2)} ${at.name}`);
    this.tabs[place] = null;
  }

  /** Which tabs of the same browser live, as they come and go. */
  private livingIn(place: number): ReadonlySet<string> {
    const own = `${String(place === 2)} `;
    return { has: (name: string) => this.living.has(own + name) } as ReadonlySet<string>;
  }

  private keptOf(place: number, told: { readonly isDead: boolean }): Kept {
    const kept = this.browserOf(place);
    const write = (key: string, value: unknown): Promise<void> => {
      if (told.isDead) return new Promise(() => undefined);
      return this.isFull
        ? Promise.reject(new Error('The quota has been exceeded.'))
        : kept.write(key, structuredClone(value));
    };
    const remove = (key: string): Promise<void> => (told.isDead ? new Promise(() => undefined) : kept.remove(key));
    return { ...kept, write, writeAtOnce: write, remove };
  }

  private sendOf(told: { readonly isDead: boolean }): Parameters<typeof outboxOf>[0] {
    return async (entry, said) => {
      const gone = new Promise<never>(() => undefined);
      await later(ON_THE_WAY_MS);
      // A page that has ended sends nothing more.
      if (told.isDead) return gone;
      if (this.isAway) return err(fault('unexpected'));
      const isNew = entry.kind === 'event' && !this.stored.includes(said.key);
      const answer = await this.host.send(entry, said);
      if (isNew && answer.ok) this.stored.push(said.key);
      const isLost = this.isLost;
      this.isLost = false;
      await later(ON_THE_WAY_MS);
      if (told.isDead) return gone;
      return isLost ? err(fault('unexpected')) : answer;
    };
  }

  private tap(at: Tab): void {
    const key = `tap ${String(this.made++)}`;
    this.taps.set(at.name, [...(this.taps.get(at.name) ?? []), key]);
    at.outbox.put(
      newEntry({ kind: 'event', label: 'A tap', lane: 'run', path: '/events', formKind: 'workEvent', body: {}, key }),
    );
  }

  private edit(at: Tab, place: Written): void {
    this.watched(at, () => at.document.edit((sheet) => withValue(sheet, place, `${place} ${String(this.made++)}`)));
  }

  /** What a hand sees and replaces stands no more; what it writes does. */
  private watched(at: Tab, work: () => void): void {
    const before = at.document.store.getState().doc;
    work();
    const after = at.document.store.getState().doc;
    for (const place of PLACES) {
      const [old, next] = [valueAt(before, place), valueAt(after, place)];
      if (old === next) continue;
      this.standing.get(place)?.delete(old);
      this.standing.get(place)?.add(next);
    }
  }

  private decide(at: Tab, mine: boolean): void {
    const { doc, theirs, base, ...rest } = at.document.store.getState();
    if (!theirs) return;
    const clashes = clashesIn({ doc, theirs, base, ...rest });
    at.document.settle(mine ? [] : clashes);
    // Both values were before the eyes of whoever chose: the one that was not taken stands no more.
    const after = at.document.store.getState().doc;
    for (const place of PLACES) {
      const standing = this.standing.get(place);
      if (!standing || !clashes.some(({ at: where }) => where.includes(place))) continue;
      const [own, others, taken] = [doc, theirs.doc, after].map((one) => valueAt(one, place)) as [
        string,
        string,
        string,
      ];
      standing.delete(taken === own ? others : own);
      if (standing.size === 0) standing.add(taken);
    }
  }

  private async settled<T>(work: Promise<T>): Promise<T> {
    let isDone = false;
    const done = work.finally(() => (isDone = true));
    for (let n = 0; n < 50 && !isDone; n++) await jest.advanceTimersByTimeAsync(1);
    return done;
  }
}
