import loadHighs from 'highs';
import {
  highsSolver,
  newRun,
  TYPICAL_BLADES,
  TYPICAL_SHOP,
  type LinearSolver,
  type Part,
  type PlanInput,
  type PlanKit,
  type Shop,
  newRunLine,
  emptyTemplate,
} from '@rapid-jig/core';

let solver: Promise<LinearSolver> | null = null;

/** What a plan is lent: a solver that is loaded once. */
export const KIT: PlanKit = {
  onStage: () => undefined,
  solver: () => (solver ??= loadHighs().then((highs) => highsSolver(highs))),
};

/** A run of one template of these parts, in the typical shop but for what is changed. */
export const runOf = (parts: readonly Part[], copies: number, changes: Partial<Shop>): PlanInput => ({
  run: newRun('r', 'r', [newRunLine('t', 1, copies)]),
  revisions: [
    {
      revision: 1,
      template: { ...emptyTemplate('t', 't'), parts },
    },
  ],
  shop: { ...TYPICAL_SHOP, ...changes },
  drawer: TYPICAL_BLADES,
  work: [],
});
