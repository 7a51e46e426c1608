import { createStore, type StoreApi } from 'zustand/vanilla';
import { v4 as newId } from 'uuid';
import type { EventStamp, Shop } from '@rapid-jig/core';

/** Who works at this device, by a name that the shop has; null where nobody said. */
export interface AtDevice {
  readonly person: string | null;
}

/** Says of what is done at this device who did it, when, and on which saw. */
export interface Stamps {
  readonly store: StoreApi<AtDevice>;
  /** Remembered by this browser until it is said again. */
  say(person: string | null): void;
  stamp(): EventStamp;
}

const REMEMBERED = 'rapid-jig-person';

/** Who works at the device as the shop has it now: who left it is not named any more. */
export const personIn = ({ people }: Shop, { person }: AtDevice): string | null =>
  person !== null && people.includes(person) ? person : null;

export function openStamps(clientId: string, shop: () => Shop): Stamps {
  const store = createStore<AtDevice>(() => ({ person: localStorage.getItem(REMEMBERED) }));
  return {
    store,
    say: (person) => {
      if (person === null) localStorage.removeItem(REMEMBERED);
      else localStorage.setItem(REMEMBERED, person);
      store.setState({ person });
    },
    stamp: () => {
      const { name } = shop().saw;
      return {
        id: newId(),
        clientId,
        at: new Date().toISOString(),
        person: personIn(shop(), store.getState()),
        saw: name === '' ? null : name,
      };
    },
  };
}
