import { useEffect, useState } from 'react';
import type { BenchStep, DrillCard, DrillPlace, PlannedStack } from '@rapid-jig/core';
import { useRunState } from '../runs/RunRoute';
import { useServices } from '../services';

const NO_PLACES: readonly DrillPlace[] = [];

/** Where the bit of a drilling step goes in; none for other steps, and until the worker has found them. */
export function useDrillPlaces(step: BenchStep, stack: PlannedStack | null): readonly DrillPlace[] {
  const { planner } = useServices();
  const { revisions } = useRunState();
  const [found, setFound] = useState<{ readonly stackKey: string; readonly cards: readonly DrillCard[] } | null>(null);
  const wanted = step.kind === 'drill' ? stack : null;
  useEffect(() => {
    if (wanted === null || found?.stackKey === wanted.key) return;
    let isWanted = true;
    // Without the worker the step is done by the pattern, which shows the same holes.
    void planner.drillCards([wanted], revisions).then(
      (cards) => isWanted && cards && setFound({ stackKey: wanted.key, cards }),
      () => undefined,
    );
    return () => {
      isWanted = false;
    };
  }, [found, planner, revisions, wanted]);
  if (wanted === null || found?.stackKey !== wanted.key) return NO_PLACES;
  const card = found.cards.find(({ phaseKey }) => phaseKey === step.phaseKey);
  return card?.bits.find(({ diameterMm }) => diameterMm === step.bit?.diameterMm)?.places ?? NO_PLACES;
}
