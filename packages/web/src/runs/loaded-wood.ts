import type { Machines } from '@rapid-jig/core';
import { openRack, type RackSession } from '../rack/rack-session';
import type { Services } from '../services';
import { orThrow } from '../shell/or-throw';

/** What a run's blanks are laid on, and what cuts them. */
export interface LoadedWood {
  readonly rack: RackSession;
  readonly machines: Machines;
}

export async function loadRunWood(services: Services): Promise<LoadedWood> {
  const [rack, machines] = await Promise.all([openRack(services), services.api.machines()]);
  return { rack, machines: orThrow(machines).doc };
}
