import { stepOf, type StandingEvent } from '@rapid-jig/core';
import { useBladeInSaw, useDrawer, useServices } from '../use-services';
import { useOpenRun } from './RunRoute';

/** Takes back what was done in a run, and with it what it entered of blades: one put in, broken or worn. */
export function useTakeBack(): (event: StandingEvent) => void {
  const { session } = useOpenRun();
  const { bladeLedger } = useServices();
  const { blades } = useDrawer();
  const bladeInSaw = useBladeInSaw()?.id ?? null;
  return (event) => {
    session.undo(event.id);
    if (event.kind === 'step-done' && stepOf(event) === 'blade' && event.detail !== null && event.detail === bladeInSaw)
      bladeLedger.enter(bladeInSaw, 'taken-out');
    if (event.kind !== 'noticed' || event.bladeId === null) return;
    if (event.what !== 'blade-broke' && event.what !== 'blade-dull') return;
    // Of blades that were never counted none is missing.
    if (blades.some(({ id, onHand }) => id === event.bladeId && onHand !== null))
      bladeLedger.enter(event.bladeId, 'corrected', 1);
    if (bladeInSaw === null) bladeLedger.enter(event.bladeId, 'put-in');
  };
}
