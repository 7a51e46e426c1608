import loadHighs from 'highs';
import { TYPICAL_BLADES } from '../blades';
import { circlePath, type Path } from '../geometry';
import type { PassSawn, WorkEvent } from '../ledger';
import { AS_DRAWN, emptyTemplate, type Part, type Template } from '../products';
import { highsSolver, type LinearSolver } from '../rods';
import { inches } from '../units';
import { newRun, newRunLine, type PlanInput, type PlanKit, type RunLine } from './model/input';
import type { Plan } from './model/plan';
import { type Shop, TYPICAL_SHOP } from './model/shop';
import type { Phase } from './model/stack';
import { passSawn } from './phases/pass-sawn';
import { NO_STACK_WISHES } from './model/wishes';
import { planRun } from './plan';

/** A rectangle with its lower left corner at (x, y), mm. */
export function rectangle(width: number, height: number, x = 0, y = 0): Path {
  const corners = [
    { x: x + width, y },
    { x: x + width, y: y + height },
    { x, y: y + height },
    { x, y },
  ];
  return { start: { x, y }, segments: corners.map((to) => ({ kind: 'line', to })), closed: true };
}

export const circle = (radius: number, x: number, y: number): Path => circlePath({ x, y }, radius);

export function part(id: string, changes: Partial<Part> = {}): Part {
  return {
    id,
    name: id,
    perCopy: 1,
    woodId: 'red-oak',
    thickness: { mm: inches(1 / 4), typed: '1/4' },
    grain: 'along-x',
    ...AS_DRAWN,
    outline: { id: `${id}-outline`, line: null, path: rectangle(100, 60) },
    drawing: null,
    insideCuts: [],
    throughCuts: [],
    holes: [],
    marks: [],
    datum: null,
    sharedBlank: null,
    pinnedLayers: null,
    ...changes,
  };
}

export const template = (id: string, parts: readonly Part[]): Template => ({
  ...emptyTemplate(id, id),
  parts,
});

export function inputFor(
  templates: readonly Template[],
  copies: number,
  changes: { shop?: Partial<Shop>; run?: Partial<PlanInput['run']>; line?: Partial<RunLine>; work?: WorkEvent[] } = {},
): PlanInput {
  return {
    run: {
      ...newRun(
        'run',
        'Spring fair',
        templates.map(({ id }) => ({ ...newRunLine(id, 1, copies), ...changes.line })),
      ),
      // Most tests are of parts that are sawn with their own copies, though their outlines are alike.
      stacks: { ...NO_STACK_WISHES, apart: templates.flatMap(({ parts }) => parts.map(({ id }) => id)) },
      ...changes.run,
    },
    revisions: templates.map((one) => ({ revision: 1, template: one })),
    shop: { ...TYPICAL_SHOP, ...changes.shop },
    drawer: TYPICAL_BLADES,
    work: changes.work ?? [],
  };
}

let solver: Promise<LinearSolver> | null = null;
export const loadSolver = (): Promise<LinearSolver> => (solver ??= loadHighs().then((highs) => highsSolver(highs)));

export const quietKit: PlanKit = { onStage: () => undefined, solver: loadSolver };

/** Entry holes that are drilled in one pass of a phase. */
export const entryHolesOf = ({ pierceBits }: Phase): number => pierceBits.reduce((sum, { count }) => sum + count, 0);

export async function planned(input: PlanInput): Promise<Plan> {
  const result = await planRun(input, quietKit);
  if (!result.ok) throw new Error(result.error.map(({ kind }) => kind).join());
  return result.value;
}

/** The event of sawing one pass of the stack of a plan that has this many layers; nobody counted which pass it was. */
export function sawn(plan: Plan, layers: number, id: string, spoiled = 0): PassSawn {
  const stack = plan.stacks.find((one) => one.layers.length === layers && one.passesToCut > 0);
  if (!stack) throw new Error(`no stack of ${String(layers)} layers`);
  const bad = Array.from({ length: spoiled }, () => ({ layerId: null, reason: null }));
  const mark = passSawn(stack, null, 1, { spoiled: bad, lost: [] });
  return { ...mark, pass: null, id, clientId: 'tablet', at: '2026-11-24T10:00:00Z', person: null, saw: null };
}

/** A plan as one from before form 9 is opened: what curves take and what stacks leave to smooth was not reckoned. */
export const reckonedBefore = (plan: Plan): Plan => ({
  ...plan,
  stacks: plan.stacks.map((stack) => ({
    ...stack,
    heights: stack.heights.map((height) => ({ ...height, qualityPerLayer: 0 })),
    phases: stack.phases.map((phase) => ({
      ...phase,
      cuts: phase.cuts.map((cut) => ({ ...cut, measure: { ...cut.measure, turning: 0 } })),
    })),
  })),
});
