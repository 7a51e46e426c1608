import {
  FORMS,
  openForm,
  toForm,
  type BladeMove,
  type FormKind,
  type StockItem,
  type StockMove,
  type WorkEvent,
} from '@rapid-jig/core';
import { v4 as newId } from 'uuid';
import type { ApiFault, NewPhoto, NewStock } from '@rapid-jig/contract';
import type { Write } from '../api/client';

/** `waiting`: will be sent. `refused`: the server said no. `conflict`: another device wrote the document first. */
export type Fate = 'waiting' | 'refused' | 'conflict';

/** One write on its way to the server, as this browser keeps it until it is answered. */
export interface Entry extends Write {
  /** A document has one entry, whatever is edited; everything else has one each. */
  readonly id: string;
  /** What it is, in words. */
  readonly label: string;
  /** Entries of one lane are sent one after the other; lanes do not wait for each other. */
  readonly lane: string;
  readonly formKind: FormKind;
  readonly form: number;
  readonly body: unknown;
  /** Of a document: as it was stored when this was made to it; absent where that is not known. */
  readonly from?: unknown;
  /** Idempotency key of what `body` says now. */
  readonly key: string;
  /** What was sent and not yet answered: it is sent again as it was before anything else. */
  readonly sent: { readonly key: string; readonly body: unknown } | null;
  /** When it was made, ms since 1970; entries of a lane go in this order. */
  readonly at: number;
  readonly fate: Fate;
  /** Why it is not there yet; null before the first try. */
  readonly fault: ApiFault | null;
}

type Fresh = Pick<Entry, 'kind' | 'label' | 'lane' | 'path' | 'formKind' | 'body'> &
  Partial<Pick<Entry, 'id' | 'base' | 'key' | 'from'>>;

/** An entry that is to be sent. */
export function newEntry({ id, base = null, key = newId(), ...rest }: Fresh): Entry {
  const form = FORMS[rest.formKind];
  return { ...rest, id: id ?? key, base, key, form, sent: null, at: Date.now(), fate: 'waiting', fault: null };
}

/** An event of a run; its own id is its key. */
export const eventEntry = (runId: string, runName: string, event: WorkEvent): Entry =>
  newEntry({
    kind: 'event',
    label: `What was done in ${runName}`,
    lane: `run ${runId}`,
    path: `/runs/${runId}/events`,
    formKind: 'workEvent',
    body: event,
    key: event.id,
  });

/** A photo of a run, sent before the event that names it. */
export const photoEntry = (runId: string, runName: string, photo: NewPhoto): Entry =>
  newEntry({
    kind: 'photo',
    label: `A photo of ${runName}`,
    lane: `run ${runId}`,
    path: '/photos',
    formKind: 'photo',
    body: photo,
  });

export const movesEntry = (moves: readonly StockMove[]): Entry =>
  newEntry({
    kind: 'moves',
    label: 'Counts of the rack',
    lane: 'rack',
    path: '/rack/moves',
    formKind: 'stockMove',
    body: { moves },
  });

export const stockEntry = (stock: NewStock): Entry =>
  newEntry({ kind: 'new', label: 'New on the rack', lane: 'rack', path: '/rack', formKind: 'stockItem', body: stock });

export const bladeMovesEntry = (moves: readonly BladeMove[]): Entry =>
  newEntry({
    kind: 'moves',
    label: 'Counts of blades',
    lane: 'blades',
    path: '/blade-moves',
    formKind: 'bladeMove',
    body: { moves },
  });

/** The same in the forms of today; null where it was written by a newer version of the program. */
export function raised(entry: Entry): Entry | null {
  const body = raisedBody(entry, entry.body);
  const sent = entry.sent && raisedBody(entry, entry.sent.body);
  const from = entry.from === undefined ? undefined : (raisedBody(entry, entry.from) ?? undefined);
  if (body === null || (entry.sent && sent === null)) return null;
  // What was sent in an older form is another content now: it goes under a key of its own.
  const isOfToday = entry.form === FORMS[entry.formKind];
  const key = isOfToday ? entry.sent?.key : newId();
  return {
    ...entry,
    // A newer program refuses what an older page still sent it; in the form of today it is tried again.
    ...(entry.fate === 'refused' && !isOfToday ? { fate: 'waiting', fault: null } : {}),
    form: FORMS[entry.formKind],
    body,
    from,
    sent: entry.sent && key !== undefined ? { key, body: sent } : null,
  };
}

function raisedBody({ kind, formKind, form }: Entry, body: unknown): unknown {
  if (kind === 'document' || kind === 'event' || kind === 'photo') return raisedDoc(formKind, form, body);
  const { items, moves } = body as { items?: readonly StockItem[]; moves: readonly StockMove[] };
  const all = [
    items?.map((item) => raisedDoc('stockItem', form, item)),
    moves.map((move) =>
      kind === 'moves' ? raisedDoc(formKind, form, move) : raisedDoc('stockMove', FORMS.stockMove, move),
    ),
  ] as const;
  if (all.some((list) => list?.includes(null))) return null;
  return all[0] ? { items: all[0], moves: all[1] } : { moves: all[1] };
}

function raisedDoc(kind: FormKind, form: number, doc: unknown): unknown {
  const opened = openForm<unknown>(kind, { ...toForm(kind, doc), form });
  return opened.ok ? opened.value : null;
}
