import { proxy } from 'comlink';
import type {
  ChartRow,
  DrillCard,
  LaidClose,
  Part,
  CornerSchool,
  CutSheet,
  OwnCutOrder,
  PatternOrder,
  PhaseOrder,
  PieceMap,
  Plan,
  PlanError,
  PlanInput,
  PlannedStack,
  Result,
  RodGroup,
  Run,
  Shop,
  TemplateRevision,
  WayOut,
  WoodGroup,
  WoodProgress,
} from '@rapid-jig/core';
import type { ChartAsk, LaidWood, PlanCheck, PlannedRun, PlannerApi, RunPrices, WoodTask } from './planner.worker';
import { restarting } from './restarting';
import { newestOnly } from './tickets';

/** Plans and lays wood in workers. Each call rejects with `WorkerFailed` where its worker cannot be started. */
export interface Planner {
  /** Null where a later call for the same run overtook this one. */
  plan(input: PlanInput): Promise<Result<PlannedRun, PlanError> | null>;
  /** Lays parts close together on one blank; null where that takes no less wood than each for itself. */
  layClose(parts: readonly Part[], blank: string): Promise<LaidClose | null>;
  /** Which blade saws which wood at which height. Null where a later call overtook this one. */
  chart(ask: ChartAsk): Promise<ChartRow[] | null>;
  /** What is drilled in every phase of stacks, in their order. */
  drillCards(stacks: readonly PlannedStack[], revisions: readonly TemplateRevision[]): Promise<DrillCard[] | null>;
  /** In which order the cuts of every phase of a stack are sawn. */
  sawingOrder(
    stack: PlannedStack,
    revisions: readonly TemplateRevision[],
    ownOrders: readonly OwnCutOrder[],
    corners: CornerSchool,
  ): Promise<PhaseOrder[] | null>;
  /** The pieces that through cuts part the parts of a stack in. */
  pieceMaps(stack: PlannedStack, revisions: readonly TemplateRevision[]): Promise<PieceMap[] | null>;
  /** The patterns that a plan still needs. */
  patternOrders(
    plan: Plan,
    run: Run,
    shop: Shop,
    revisions: readonly TemplateRevision[],
  ): Promise<PatternOrder[] | null>;
  /** The sheet of a plan for the shop, with its patterns. */
  cutSheet(plan: Plan, revisions: readonly TemplateRevision[], shop: Shop): Promise<CutSheet | null>;
  /** Ids of the parts of a run that may be cut together. Null where a later call for the same run overtook this one. */
  families(input: PlanInput): Promise<string[][] | null>;
  /** Has a plan checked. Null where a later call for the same run overtook this one. */
  check(planned: PlannedRun, input: PlanInput): Promise<PlanCheck | null>;
  /** What the wishes of a planned run cost. Null where a later call for the same run overtook this one. */
  prices(planned: PlannedRun, input: PlanInput): Promise<RunPrices | null>;
  /** Lays a plan's blanks on the rack and cuts its rods. Null where a later call overtook this one. */
  wood(task: WoodTask, onProgress: (progress: WoodProgress) => void): Promise<LaidWood | null>;
  /** Ends the laying under way; the best so far is its answer. */
  stopWood(): Promise<void>;
  waysOut(
    input: PlanInput,
    task: Omit<WoodTask, 'plan' | 'wishes'>,
    groups: readonly WoodGroup[],
    rods: readonly RodGroup[],
  ): Promise<WayOut[] | null>;
}

/** What is planned in this time, ms, is checked and priced where it was planned: its parts are measured there. An edit waits for them. */
const QUICK_MS = 250;

export function startPlanner(): Planner {
  const start = (): Worker => new Worker(new URL('./planner.worker.ts', import.meta.url), { type: 'module' });
  const planner = restarting<PlannerApi>(start);
  // What lays wood works for seconds; plans must not wait for it.
  const layer = restarting<PlannerApi>(start);
  const newest = newestOnly();
  /** Who works out what stands beside a plan. */
  const besides = ({ tookMs }: PlannedRun) => (tookMs <= QUICK_MS ? planner : layer);
  return {
    plan: (input) =>
      newest(input.run.id, () => planner.ask<Result<PlannedRun, PlanError>>((remote) => remote.plan(input))),
    layClose: (parts, blank) => layer.ask<LaidClose | null>((remote) => remote.layClose(parts, blank)),
    chart: (ask) => newest('chart', () => planner.ask<ChartRow[]>((remote) => remote.chart(ask))),
    drillCards: (stacks, revisions) =>
      planner.ask<DrillCard[]>((remote) => remote.drillCards(stacks, revisionsOf(stacks, revisions))),
    sawingOrder: (stack, revisions, ownOrders, corners) =>
      planner.ask<PhaseOrder[]>((remote) =>
        remote.sawingOrder(stack, revisionsOf([stack], revisions), ownOrders, corners),
      ),
    pieceMaps: (stack, revisions) =>
      planner.ask<PieceMap[]>((remote) => remote.pieceMaps(stack, revisionsOf([stack], revisions))),
    patternOrders: (plan, run, shop, revisions) =>
      planner.ask<PatternOrder[]>((remote) => remote.patternOrders(plan, run, shop, revisions)),
    cutSheet: (...given) => planner.ask<CutSheet>((remote) => remote.cutSheet(...given)),
    families: (input) =>
      newest(`families of ${input.run.id}`, () => planner.ask<string[][]>((remote) => remote.families(input))),
    check: (planned, input) =>
      newest(`check of ${input.run.id}`, () =>
        besides(planned).ask<PlanCheck>((remote) => remote.check(planned, input)),
      ),
    prices: (planned, input) =>
      newest(`prices of ${input.run.id}`, () =>
        besides(planned).ask<RunPrices>((remote) => remote.prices(planned.plan, input)),
      ),
    wood: (task, onProgress) => layer.ask((remote) => remote.wood(task, proxy(onProgress))),
    stopWood: async () => void (await layer.ask((remote) => remote.stopWood())),
    waysOut: (...given) => layer.ask((remote) => remote.waysOut(...given)),
  };
}

/** Those that the stacks are made from: a worker is not handed what it does not need. */
function revisionsOf(stacks: readonly PlannedStack[], revisions: readonly TemplateRevision[]): TemplateRevision[] {
  const wanted = new Set(stacks.flatMap(({ gangs }) => gangs.map(({ templateId }) => templateId)));
  return revisions.filter(({ template }) => wanted.has(template.id));
}
