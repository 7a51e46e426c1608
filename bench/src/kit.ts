import loadHighs from 'highs';
import {
  followSteps,
  highsSolver,
  inches,
  newRun,
  noSteps,
  partsFromDrawing,
  readDrawing,
  TYPICAL_BLADES,
  TYPICAL_SHOP,
  type LinearSolver,
  type Part,
  type PlanInput,
  type PlanKit,
  type Shop,
  type Template,
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

/** The parts of a drawing in quarter-inch wood, as a maker would take them in. */
export function partsDrawn(text: string, id: string, woodId = 'birch-plywood'): Part[] {
  const raw = readDrawing(text);
  const drawing = raw.ok ? followSteps(raw.value, noSteps(raw.value.mmPerUnit ?? 1)) : raw;
  if (!drawing.ok) throw new Error(drawing.error.message);
  const thickness = { mm: inches(1 / 4), typed: '1/4' };
  let made = 0;
  const newId = (): string => `${id} ${String(made++)}`;
  return partsFromDrawing(drawing.value, { drawing: id, woodId, thickness, together: false, newId });
}

/** A run of 5 to 17 copies of each template, with a twentieth more as spares. */
export const runOfTemplates = (templates: readonly Template[]): PlanInput => ({
  run: {
    ...newRun(
      'bench',
      'bench',
      templates.map(({ id }, i) => newRunLine(id, 1, 5 + (i % 13))),
    ),
    spares: { kind: 'percent', percent: 5 },
  },
  revisions: templates.map((template) => ({ revision: 1, template })),
  shop: TYPICAL_SHOP,
  drawer: TYPICAL_BLADES,
  work: [],
});
