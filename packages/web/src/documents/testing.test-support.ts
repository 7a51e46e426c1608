import { createStore } from 'zustand/vanilla';
import { err, ok, type Result } from '@rapid-jig/core';
import type { ApiFault, Stored } from '@rapid-jig/contract';
import type { Entry } from './entry';
import { keptInMemory, type Kept } from './kept';
import type { Live } from './live';
import { createOutbox, type Outbox } from './outbox';

export const fault = (kind: ApiFault['kind'], current?: Stored<unknown>): ApiFault => ({
  kind,
  message: 'm',
  where: 'w',
  hint: 'h',
  ...(current ? { current } : {}),
});

/** A server that keeps documents by their path and does each key once, as the real one does; it can be told to fail. */
export function fakeServer(start: Readonly<Record<string, Stored<unknown>>> = {}) {
  const stored = new Map<string, Stored<unknown>>(Object.entries(start));
  const answers = new Map<string, unknown>();
  const said: { path: string; key: string; body: unknown }[] = [];
  let failure: ApiFault | null = null;
  let isAnswerLost = false;
  const take = ({ kind, path, base }: Entry, body: unknown): Result<unknown, ApiFault> => {
    if (kind !== 'document') return ok({});
    const before = stored.get(path);
    if ((before?.version ?? 0) !== base) return err(fault('version-conflict', before));
    const version = base + 1;
    stored.set(path, { version, doc: body });
    return ok({ version });
  };
  return {
    send: (entry: Entry, { key, body }: { key: string; body: unknown }): Promise<Result<unknown, ApiFault>> => {
      said.push({ path: entry.path, key, body });
      if (failure) return Promise.resolve(err(failure));
      const known = answers.get(key);
      const answer = known === undefined ? take(entry, body) : ok(known);
      if (answer.ok) answers.set(key, answer.value);
      return Promise.resolve(isAnswerLost ? err(fault('unexpected')) : answer);
    },
    said,
    stored: (path: string) => stored.get(path),
    write: (path: string, doc: unknown) => stored.set(path, { doc, version: (stored.get(path)?.version ?? 0) + 1 }),
    fail: (kind: ApiFault['kind'] | null) => {
      failure = kind && fault(kind);
    },
    loseAnswers: (is: boolean) => {
      isAnswerLost = is;
    },
  };
}

/** The outbox of one tab; `living` are the tabs that still live. */
export function outboxOf(
  send: Parameters<typeof createOutbox>[0]['send'],
  kept: Kept = keptInMemory(),
  own = 'tab-1',
  living: ReadonlySet<string> = new Set([own]),
): Outbox {
  return createOutbox({ kept, send, tabs: { own, living: () => Promise.resolve(living), lead: () => undefined } });
}

/** No word from anywhere. */
export const quiet: Live = {
  on: () => () => undefined,
  store: createStore(() => ({ isHeard: true, isLetIn: true, build: null })),
};
