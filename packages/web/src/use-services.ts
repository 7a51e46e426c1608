import { createContext, useContext, useMemo } from 'react';
import { useStore } from 'zustand';
import { bladesNow, type Blade, type LengthUnit, type Shop } from '@rapid-jig/core';
import type { Services } from './services';

export const ServicesContext = createContext<Services | null>(null);

export function useServices(): Services {
  const services = useContext(ServicesContext);
  if (!services) throw new Error('a view was drawn outside of its services');
  return services;
}

export const useShop = (): Shop => useStore(useServices().shop.store, (state) => state.doc);
/** The blades of the shop as the ledger says they are now. */
export function useDrawer(): { readonly blades: readonly Blade[] } {
  const { drawer, bladeLedger } = useServices();
  const stored = useStore(drawer.store, (state) => state.doc.blades);
  const moves = useStore(bladeLedger.store, (state) => state.moves);
  return useMemo(() => ({ blades: bladesNow(stored, moves) }), [stored, moves]);
}

/** The blade in the saw as the ledger has it now; null where none is. */
export function useBladeInSaw(): Blade | null {
  const { blades } = useDrawer();
  return blades.find(({ inSaw }) => inSaw) ?? null;
}

/** The unit lengths are shown in now: the shop's own, or the other while it is asked for. */
export function useUnit(): { unit: LengthUnit; other: boolean } {
  const { units } = useShop();
  const other = useStore(useServices().viewing, (state) => state.otherUnit);
  return { unit: other ? (units === 'in' ? 'mm' : 'in') : units, other };
}
