import { useCallback } from 'react';
import type { BenchStep, DrillPlace, PlannedStack } from '@rapid-jig/core';
import { useRunState } from '../runs/RunRoute';
import { useAsked } from '../workers/use-asked';
import { useServices } from '../use-services';

const NO_PLACES: readonly DrillPlace[] = [];

/** Where the bit of a drilling step goes in; none for other steps, and until they are found: the pattern shows the same holes. */
export function useDrillPlaces(step: BenchStep, stack: PlannedStack | null): readonly DrillPlace[] {
  const { planner } = useServices();
  const revisions = useRunState('revisions');
  const ask = useCallback((of: PlannedStack) => planner.drillCards([of], revisions), [planner, revisions]);
  const wanted = step.kind === 'drill' ? stack : null;
  const found = useAsked(wanted, ask);
  if (wanted === null || found?.of.key !== wanted.key) return NO_PLACES;
  const card = found.answer.find(({ phaseKey }) => phaseKey === step.phaseKey);
  return card?.bits.find(({ diameterMm }) => diameterMm === step.bit?.diameterMm)?.places ?? NO_PLACES;
}
