import loadHighs from 'highs';
import { highsSolver, type LinearSolver, type PlanKit } from '@rapid-jig/core';

let solver: Promise<LinearSolver> | null = null;

/** What a plan is lent: a solver that is loaded once. */
export const KIT: PlanKit = {
  onStage: () => undefined,
  solver: () => (solver ??= loadHighs().then((highs) => highsSolver(highs))),
};
