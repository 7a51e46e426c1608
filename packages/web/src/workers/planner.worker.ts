import { expose } from 'comlink';
import {
  bladeChart,
  chartHeights,
  chartWoods,
  costOf,
  cutSheet,
  drillCard,
  familiesOfRun,
  layClose,
  highsSolver,
  layingWood,
  orderOfPhase,
  ordersOfPlan,
  pieceMaps,
  planRods,
  planRun,
  priceOfOtherSchool,
  priceWishes,
  seededSearch,
  verifyPlan,
  verifyWood,
  waysOut,
  type Blade,
  type BladePreferences,
  type ChartRow,
  type CornerSchool,
  type CutSheet,
  type DrillCard,
  type LaidClose,
  type LengthUnit,
  type LinearSolver,
  type OwnCutOrder,
  type Part,
  type PatternOrder,
  type PhaseOrder,
  type PieceMap,
  type Plan,
  type PlanCost,
  type PlanError,
  type PlanInput,
  type PlanKit,
  type PlannedStack,
  type Result,
  type RodGroup,
  type Run,
  type Shop,
  type TemplateRevision,
  type WayOut,
  type WishPrice,
  type WoodGroup,
  type WoodPlanInput,
  type WoodProgress,
} from '@rapid-jig/core';
import highsFile from 'highs/runtime?url';
import { KeptAnswers } from './kept-answers';

export interface PlannedRun {
  readonly plan: Plan;
  readonly cost: PlanCost;
  /** Time the plan took, ms. */
  readonly tookMs: number;
}

export interface PlanCheck {
  /** What does not add up, in words of the checker; none where all does. */
  readonly wrong: readonly string[];
  /** The last plan of the run that passed; null where this one does, or none is known here. */
  readonly lastHeld: PlannedRun | null;
}

export interface RunPrices {
  readonly wishes: readonly WishPrice[];
  /** null where the run cannot be planned in the other order. */
  readonly otherSchool: PlanCost | null;
}

export interface ChartAsk {
  readonly units: LengthUnit;
  readonly drawer: readonly Blade[];
  readonly preferences: BladePreferences;
}

export type WoodTask = Omit<WoodPlanInput, 'rods'>;

export interface LaidWood {
  readonly groups: readonly WoodGroup[];
  readonly rods: readonly RodGroup[];
  /** True where the maker ended the search. */
  readonly stopped: boolean;
}

/** Places looked at to lay parts close together: a second or two. */
const CLOSE_STEPS = 250_000;
/** Works this long before it looks whether it shall stop, ms. */
const SLICE_MS = 60;

/** Fetched here: the package would write to the console when a page is left while it loads. */
async function bytesOf(url: string): Promise<ArrayBuffer> {
  const answer = await fetch(url);
  if (!answer.ok) throw new Error(`${url} was answered with ${String(answer.status)}`);
  return answer.arrayBuffer();
}

let solver: Promise<LinearSolver> | null = null;
const loadSolver = (): Promise<LinearSolver> =>
  (solver ??= import('highs')
    .then(async ({ default: load }) => highsSolver(await load({ wasmBinary: await bytesOf(highsFile) })))
    .catch((error: unknown) => {
      // What could not be fetched now may be fetched the next time.
      solver = null;
      throw error;
    }));

/** The laying that is wanted; an older one ends at once. */
let current = 0;
let isStopped = false;

/** The revisions of the plan before: they never change, and what was measured of them holds as long as they are the same objects. */
let knownRevisions: ReadonlyMap<string, TemplateRevision> = new Map();
const nameOf = ({ template, revision }: TemplateRevision): string => `${template.id} ${String(revision)}`;

/** The input with the very revisions that were measured before. */
function withKnown(asked: PlanInput): PlanInput {
  knownRevisions = new Map(asked.revisions.map((one) => [nameOf(one), knownRevisions.get(nameOf(one)) ?? one]));
  return { ...asked, revisions: [...knownRevisions.values()] };
}

const KIT: PlanKit = { onStage: () => undefined, solver: loadSolver };

/** The address of the built file has a hash of all it is made of in it; the source's own has none. */
const kept = new KeptAnswers(import.meta.url.endsWith('.js') ? import.meta.url : null);

/** What a plan depends on; an event never changes, so its name says all of it. */
const askedOf = ({ work, ...rest }: PlanInput): string => JSON.stringify([rest, work.map(({ id }) => id)]);

const planner = {
  /** Lays blanks and cuts rods. Null where a later call has begun. */
  async wood(task: WoodTask, onProgress: (progress: WoodProgress) => void): Promise<LaidWood | null> {
    const own = ++current;
    isStopped = false;
    const rods =
      task.plan.rods.length === 0 ? [] : planRods(task.plan.rods, task.rack, task.machines, await loadSolver());
    const input = { ...task, rods };
    const laying = layingWood(input, seededSearch, () => isStopped);
    let next = laying.next();
    while (!next.done) {
      onProgress(next.value);
      const until = performance.now() + SLICE_MS;
      while (!next.done && performance.now() < until) next = laying.next();
      await new Promise((resolve) => setTimeout(resolve, 0));
      if (own !== current) return null;
    }
    // What breaks a rule is told and not shown: nothing is reserved or cut from it.
    const [wrong] = verifyWood(input, next.value);
    if (wrong !== undefined) throw new Error(`the layout does not pass its own check (${wrong}).`);
    return { groups: next.value, rods, stopped: isStopped };
  },

  stopWood(): void {
    isStopped = true;
  },

  async waysOut(
    input: PlanInput,
    task: Omit<WoodTask, 'plan' | 'wishes'>,
    groups: readonly WoodGroup[],
    rods: readonly RodGroup[],
  ): Promise<WayOut[]> {
    return waysOut(input, { ...task, rods }, groups, KIT, seededSearch);
  },

  /** Lays parts close together on one blank; null where that takes no less wood. */
  layClose(parts: readonly Part[], blank: string): LaidClose | null {
    return layClose(parts, blank, seededSearch(0, CLOSE_STEPS));
  },

  /** Which blade saws which wood at which height. */
  chart({ units, drawer, preferences }: ChartAsk): ChartRow[] {
    return bladeChart(chartWoods(), chartHeights(units), drawer, preferences);
  },

  /** What is drilled in every phase of stacks. */
  drillCards(stacks: readonly PlannedStack[], revisions: readonly TemplateRevision[]): DrillCard[] {
    return stacks.flatMap((stack) => stack.phases.map((phase) => drillCard(stack, phase, revisions)));
  },

  /** In which order the cuts of every phase of a stack are sawn, and what holds them. */
  sawingOrder(
    stack: PlannedStack,
    revisions: readonly TemplateRevision[],
    ownOrders: readonly OwnCutOrder[],
    corners: CornerSchool,
  ): PhaseOrder[] {
    return stack.phases.map((phase) => orderOfPhase(stack, phase, revisions, ownOrders, corners));
  },

  /** The pieces that through cuts part the parts of a stack in. */
  pieceMaps: (stack: PlannedStack, revisions: readonly TemplateRevision[]): PieceMap[] => pieceMaps(stack, revisions),

  /** The patterns that a plan still needs, with the order in which their cuts are sawn. */
  patternOrders: (plan: Plan, run: Run, shop: Shop, revisions: readonly TemplateRevision[]): PatternOrder[] =>
    ordersOfPlan(plan, run, shop, revisions),

  /** The sheet for the shop, with its patterns. */
  cutSheet: (plan: Plan, revisions: readonly TemplateRevision[], shop: Shop): CutSheet =>
    cutSheet(plan, revisions, shop),

  /** Which parts of a run may be cut together. */
  families: (input: PlanInput): Promise<string[][]> =>
    kept.of(`families of ${input.run.id}`, askedOf(input), () => Promise.resolve(familiesOfRun(withKnown(input)))),

  /** What each wish of a run costs, and what the other order of cuts would. */
  prices(plan: Plan, input: PlanInput): Promise<RunPrices> {
    return kept.of(`prices of ${input.run.id}`, askedOf(input), async () => {
      const known = withKnown(input);
      return {
        wishes: await priceWishes(plan, known, KIT),
        otherSchool: await priceOfOtherSchool(plan, known, KIT),
      };
    });
  },

  /** Has a plan checked from its input alone. */
  async check(planned: PlannedRun, input: PlanInput): Promise<PlanCheck> {
    const [name, lastHeld] = [`check of ${input.run.id}`, `held plan of ${input.run.id}`];
    const wrong = await kept.of(name, askedOf(input), () => Promise.resolve(verifyPlan(planned.plan, input)));
    if (wrong.length > 0) return { wrong, lastHeld: await kept.last<PlannedRun>(lastHeld) };
    await kept.put(lastHeld, planned);
    return { wrong, lastHeld: null };
  },

  async plan(input: PlanInput): Promise<Result<PlannedRun, PlanError>> {
    const started = performance.now();
    const result = await kept.of(`plan of ${input.run.id}`, askedOf(input), () => planRun(withKnown(input), KIT));
    if (!result.ok) return result;
    return { ok: true, value: { plan: result.value, cost: costOf(result.value), tookMs: performance.now() - started } };
  },
};

export type PlannerApi = typeof planner;

expose(planner);
