import { createStore, type StoreApi } from 'zustand/vanilla';
import { v4 as newId } from 'uuid';
import { bladesNow, err, ok, type Blade, type Result, type Shop } from '@rapid-jig/core';
import type { ApiFault, Drawer } from '@rapid-jig/contract';
import { createApi, type Answer, type Api } from './api/client';
import { openBladeLedger, type BladeLedger } from './documents/blade-ledger';
import { openDocument, type DocumentOptions, type OpenDocument } from './documents/document';
import { openKept, type Kept } from './documents/kept';
import { openLive, type Live } from './documents/live';
import { createOutbox, type Outbox } from './documents/outbox';
import { takeUpEarlier } from './documents/earlier';
import { createRegister, type Register } from './documents/register';
import { openStamps, type Stamps } from './documents/stamp';
import { openTabs } from './documents/tabs';
import { startPlanner, type Planner } from './workers/clients';
import { startReader, type Reader } from './workers/reader';

/** What this browser shows differently from the shop's own habit. */
export interface Viewing {
  /** True while lengths are shown in the unit they were not entered in. */
  readonly otherUnit: boolean;
}

/** What just happened, in words; `nth` tells two alike sayings apart. */
export interface Said {
  readonly words: string | null;
  readonly nth: number;
}

/** Everything the views need, made once. */
export interface Services {
  /** '' for the maker's own shop, '/demo' for the demo. */
  readonly base: '' | '/demo';
  readonly api: Api;
  readonly kept: Kept;
  readonly outbox: Outbox;
  readonly register: Register;
  readonly live: Live;
  /** Opens a document, once in this tab; opened again it shows what is stored now. */
  readonly open: <T extends object>(options: Omit<DocumentOptions<T>, 'outbox'>) => Answer<OpenDocument<T>>;
  readonly planner: Planner;
  /** Reads drawings; its worker starts when it is first asked for. */
  readonly reader: Reader;
  readonly shop: OpenDocument<Shop>;
  readonly drawer: OpenDocument<Drawer>;
  readonly bladeLedger: BladeLedger;
  readonly viewing: StoreApi<Viewing>;
  readonly said: StoreApi<Said>;
  /** Says what just happened. */
  readonly say: (words: string) => void;
  /** Says of what is done here who did it. */
  readonly stamps: Stamps;
  /** Names this browser in events. */
  readonly clientId: string;
}

/** Takes up what this browser kept, starts the workers, and reads the shop and its drawer. */
export async function startServices(base: '' | '/demo'): Promise<Result<Services, ApiFault>> {
  const tab = newId();
  const api = createApi(base, fetch.bind(globalThis), tab);
  const kept = await openKept(base);
  const clientId = (await kept.read<string>('client')) ?? newId();
  await kept.write('client', clientId);
  const tabs = await openTabs(tab, base);
  const outbox = createOutbox({ kept, tabs, send: api.send });
  await takeUpEarlier(kept, outbox);
  await outbox.start();
  const register = createRegister();
  const live = openLive(base, tabs);
  const open = opener(register, outbox, live);
  const settings = { kind: 'settings' as const };
  const [shop, drawer, bladeLedger] = await Promise.all([
    open<Shop>({ ...settings, key: 'shop', path: '/shop', label: () => 'Shop', load: api.shop }),
    open<Drawer>({ ...settings, key: 'drawer', path: '/drawer', label: () => 'Blades', load: api.drawer }),
    openBladeLedger({ api, outbox, live, clientId }),
  ]);
  if (!shop.ok) return err(shop.error);
  if (!drawer.ok) return err(drawer.error);
  if (!bladeLedger.ok) return err(bladeLedger.error);
  const said = createStore<Said>(() => ({ words: null, nth: 0 }));
  return ok({
    base,
    api,
    kept,
    outbox,
    register,
    live,
    open,
    clientId,
    stamps: openStamps(clientId, () => shop.value.store.getState().doc),
    said,
    say: (words) => said.setState(({ nth }) => ({ words, nth: nth + 1 })),
    planner: startPlanner(),
    reader: startReader(),
    shop: shop.value,
    drawer: drawer.value,
    bladeLedger: bladeLedger.value,
    viewing: createStore<Viewing>(() => ({ otherUnit: false })),
  });
}

export const opener =
  (register: Register, outbox: Outbox, live: Live): Services['open'] =>
  async <T extends object>(options: Omit<DocumentOptions<T>, 'outbox'>): Answer<OpenDocument<T>> => {
    const opened = await register.once(options.key, () => openDocument<T>({ ...options, outbox }));
    if (!opened.ok) return opened;
    const { it, isNew } = opened.value;
    // What another device writes is taken as it comes; what is being edited here stays.
    if (isNew) live.on(options.key, () => void it.refresh());
    const refreshed = isNew ? ok(null) : await it.refresh();
    return refreshed.ok ? ok(it) : refreshed;
  };

/** The blades, asked for once. */
export const bladesOf = ({ drawer, bladeLedger }: Pick<Services, 'drawer' | 'bladeLedger'>): Blade[] =>
  bladesNow(drawer.store.getState().doc.blades, bladeLedger.store.getState().moves);
