import { createContext, useContext } from 'react';
import { useStore } from 'zustand';
import { createStore, type StoreApi } from 'zustand/vanilla';
import { err, ok, type LengthUnit, type Result, type Shop } from '@rapid-jig/core';
import type { ApiFault, Drawer } from '@rapid-jig/contract';
import { createApi, type Api } from './api/client';
import { createQueue, openDocument, type OpenDocument } from './documents/document';
import { openDrafts, type Drafts } from './documents/drafts';
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
  readonly drafts: Drafts;
  readonly queue: ReturnType<typeof createQueue>;
  readonly planner: Planner;
  /** Reads drawings; its worker starts when it is first asked for. */
  readonly reader: Reader;
  readonly shop: OpenDocument<Shop>;
  readonly drawer: OpenDocument<Drawer>;
  readonly viewing: StoreApi<Viewing>;
  readonly said: StoreApi<Said>;
  /** Says what just happened. */
  readonly say: (words: string) => void;
  /** Names this browser in events. */
  readonly clientId: string;
}

/** Starts the workers and reads the shop and its drawer. */
export async function startServices(base: '' | '/demo'): Promise<Result<Services, ApiFault>> {
  const api = createApi(base, fetch.bind(globalThis));
  const drafts = openDrafts(base);
  const [shop, drawer] = await Promise.all([api.shop(), api.drawer()]);
  if (!shop.ok) return err(shop.error);
  if (!drawer.ok) return err(drawer.error);
  const queue = createQueue();
  const said = createStore<Said>(() => ({ words: null, nth: 0 }));
  const clientId = (await drafts.read<string>('client')) ?? crypto.randomUUID();
  await drafts.write('client', clientId);
  return ok({
    base,
    api,
    drafts,
    queue,
    clientId,
    said,
    say: (words) => said.setState(({ nth }) => ({ words, nth: nth + 1 })),
    planner: startPlanner(),
    reader: startReader(),
    shop: await openDocument({
      key: 'shop',
      kind: 'settings',
      stored: shop.value,
      save: (doc, version) => api.putShop(doc, version),
      drafts,
      queue,
    }),
    drawer: await openDocument({
      key: 'drawer',
      kind: 'settings',
      stored: drawer.value,
      save: (doc, version) => api.putDrawer(doc, version),
      drafts,
      queue,
    }),
    viewing: createStore<Viewing>(() => ({ otherUnit: false })),
  });
}

export const ServicesContext = createContext<Services | null>(null);

export function useServices(): Services {
  const services = useContext(ServicesContext);
  if (!services) throw new Error('a view was drawn outside of its services');
  return services;
}

export const useShop = (): Shop => useStore(useServices().shop.store, (state) => state.doc);
export const useDrawer = (): Drawer => useStore(useServices().drawer.store, (state) => state.doc);

/** The unit lengths are shown in now: the shop's own, or the other while it is asked for. */
export function useUnit(): { unit: LengthUnit; other: boolean } {
  const { units } = useShop();
  const other = useStore(useServices().viewing, (state) => state.otherUnit);
  return { unit: other ? (units === 'in' ? 'mm' : 'in') : units, other };
}
