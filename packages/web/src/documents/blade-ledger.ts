import { createStore, type StoreApi } from 'zustand/vanilla';
import { ok, type BladeMove, type BladeMoveKind, type Result } from '@rapid-jig/core';
import type { ApiFault, BladeMoves } from '@rapid-jig/contract';
import { v4 as newId } from 'uuid';
import type { Api } from '../api/client';
import { bladeMovesEntry } from './entry';
import type { Live } from './live';
import type { Outbox } from './outbox';

/** What happened to blades, as this browser has it: it only grows. */
export interface BladeLedger {
  readonly store: StoreApi<BladeMoves>;
  /** Enters what happened: shown at once, sent when the server can be reached. */
  enter(bladeId: string, kind: BladeMoveKind, count?: number): void;
}

interface LedgerServices {
  readonly api: Pick<Api, 'bladeMoves'>;
  readonly outbox: Pick<Outbox, 'put' | 'store'>;
  readonly live: Pick<Live, 'on'>;
  readonly clientId: string;
}

export async function openBladeLedger(services: LedgerServices): Promise<Result<BladeLedger, ApiFault>> {
  const { api, outbox, live, clientId } = services;
  const read = await api.bladeMoves();
  if (!read.ok) return read;
  // What this browser has not sent yet has happened all the same.
  const store = createStore<BladeMoves>(() => ({ moves: together(read.value.moves, unsent(outbox)) }));
  live.on('blade-moves', () => {
    void api.bladeMoves().then((again) => {
      if (again.ok) store.setState(({ moves }) => ({ moves: together(again.value.moves, moves) }));
    });
  });
  return ok({
    store,
    enter: (bladeId, kind, count = 1) => {
      const move: BladeMove = { id: newId(), clientId, at: new Date().toISOString(), bladeId, kind, count };
      store.setState(({ moves }) => ({ moves: [...moves, move] }));
      outbox.put(bladeMovesEntry([move]));
    },
  });
}

/** The entries of the server in its order, then those that it does not have yet. */
function together(stored: readonly BladeMove[], own: readonly BladeMove[]): BladeMove[] {
  const known = new Set(stored.map(({ id }) => id));
  return [...stored, ...own.filter(({ id }) => !known.has(id))];
}

const unsent = ({ store }: Pick<Outbox, 'store'>): BladeMove[] =>
  store
    .getState()
    .entries.filter(({ formKind }) => formKind === 'bladeMove')
    .flatMap(({ body }) => [...(body as BladeMoves).moves]);
