import { openForm, type FormKind, type WorkEvent } from '@rapid-jig/core';
import { eventEntry, newEntry } from './entry';
import type { Kept } from './kept';
import type { Outbox } from './outbox';

/** A draft as earlier versions of the program kept it, under the key of its document; the first form had no number. */
interface EarlierDraft {
  readonly form?: number;
  readonly doc?: unknown;
  readonly version?: number;
}

/** Documents that had drafts: how their keys begin, and where they are. */
const EARLIER: readonly (readonly [prefix: string, kind: FormKind, path: (id: string) => string])[] = [
  ['run ', 'run', (id) => `/runs/${id}`],
  ['template ', 'template', (id) => `/templates/${id}`],
  ['rack ', 'stockItem', (id) => `/rack/${id}`],
  ['shop', 'settings', () => '/shop'],
  ['drawer', 'settings', () => '/drawer'],
  ['machines', 'settings', () => '/machines'],
];

/** Carries over what earlier versions of the program kept unsent: drafts and events go into the outbox. */
export async function takeUpEarlier(kept: Kept, outbox: Outbox): Promise<void> {
  for (const [prefix, kind, path] of EARLIER)
    for (const [key, draft] of await kept.all<EarlierDraft>(prefix)) {
      const { form = 1, doc, version } = draft;
      const opened = openForm<{ readonly name?: string }>(kind, { form, doc });
      // Of a newer version: it stays where it is, for that version.
      if (!opened.ok || version === undefined) continue;
      const label = opened.value.name ?? key;
      const id = `document ${key}`;
      outbox.put(
        newEntry({
          id,
          kind: 'document',
          label,
          lane: key,
          path: path(key.slice(prefix.length)),
          formKind: kind,
          body: opened.value,
          base: version,
        }),
      );
      await kept.remove(key);
    }
  for (const [key, events] of await kept.all<readonly WorkEvent[]>('events ')) {
    const runId = key.slice('events '.length);
    for (const event of events) {
      const opened = openForm<WorkEvent>('workEvent', { form: 1, doc: event });
      if (opened.ok) outbox.put(eventEntry(runId, 'a run', opened.value));
    }
    await kept.remove(key);
  }
}
