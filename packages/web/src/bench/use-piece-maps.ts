import { useCallback } from 'react';
import type { BenchStep, BenchStepKind, PieceMap, PlannedStack } from '@rapid-jig/core';
import { useRunState } from '../runs/RunRoute';
import { useAsked } from '../workers/use-asked';
import { useServices } from '../use-services';

/** At these pieces come off, or are laid out. */
const PIECES_COME_OFF: readonly BenchStepKind[] = ['cut', 'split', 'peel'];

/** The pieces that a stack comes apart in, where they come off at the step; none of stacks that stay whole. */
export function usePieceMaps(step: BenchStep, stack: PlannedStack | null): readonly PieceMap[] {
  const { planner } = useServices();
  const revisions = useRunState('revisions');
  const ask = useCallback((of: PlannedStack) => planner.pieceMaps(of, revisions), [planner, revisions]);
  const comesApart = stack?.phases.some(({ cuts }) => cuts.some(({ kind }) => kind === 'through')) ?? false;
  const found = useAsked(comesApart && PIECES_COME_OFF.includes(step.kind) ? stack : null, ask);
  return found?.of.key === stack?.key ? (found?.answer ?? []) : [];
}
