import {
  bladePoster,
  cardOf,
  couldBeSawn,
  drawDown,
  hashOf,
  highsSolver,
  openForm,
  patternsFor,
  MOST_IN_FILE,
  patternSheets,
  planRun,
  toForm,
  verifyPlan,
  verifyWood,
  type DrawDown,
  type LinearSolver,
  type StackOfPass,
  type Plan,
  type PlanError,
  type PlanInput,
  type SheetPage,
  type StockItem,
  type TakenWood,
  type Template,
  type WoodPlanInput,
} from '@rapid-jig/core';
import { check, templateSchema, type ApiFault, type Backup, type PatternRequest } from '@rapid-jig/contract';
import { keepNewest, makeBackup, type BackupPlace } from '../db/backup';
import { writePdf } from '../pdf/write-pdf';
import { parsed, readBody, type BodyTask, type ReadBody } from './large-bodies';

/** A revision as it is stored: megabytes of lines go from the database to a worker without being read on the way. */
export interface RawRevision {
  readonly revision: number;
  readonly json: string;
}

/** What a plan is made from. */
export interface PlanTask extends Omit<PlanInput, 'revisions'> {
  readonly revisions: readonly RawRevision[];
}

interface NotPlanned {
  readonly kind: 'cannot-plan';
  readonly faults: PlanError;
}

export interface PlannedTask {
  readonly kind: 'planned';
  readonly planJson: string;
  readonly inputHash: string;
  /** What does not add up in it; where something does not, its input belongs in the log. */
  readonly wrong: readonly string[];
}

export type Planned = PlannedTask | NotPlanned;

export interface WoodTask extends Pick<WoodPlanInput, 'rack' | 'machines'> {
  readonly plan: PlanTask;
  readonly wood: TakenWood;
}

export type CheckedWood =
  | NotPlanned
  /** The plan, or the layout for it, breaks its rules; what it was made from belongs in the log. */
  | { readonly kind: 'wrong'; readonly of: 'plan' | 'layout'; readonly wrong: readonly string[] }
  | { readonly kind: 'checked'; readonly down: DrawDown };

export interface BackupTask {
  readonly place: BackupPlace;
  /** UTC, ISO 8601. */
  readonly now: string;
}

export interface SheetsTask {
  readonly request: PatternRequest;
  readonly revisions: readonly RawRevision[];
  readonly shop: PlanInput['shop'];
  readonly drawer: PlanInput['drawer'];
}

/** A page that is drawn already. */
export interface PageTask {
  readonly page: SheetPage;
  readonly title: string;
}

export type PosterTask = Pick<SheetsTask, 'shop' | 'drawer'>;

export type Sheets =
  | { readonly kind: 'pdf'; readonly bytes: Uint8Array; readonly name: string }
  | { readonly kind: 'fault'; readonly fault: ApiFault };

export type ReadTemplate =
  | { readonly ok: true; readonly id: string; readonly json: string; readonly cardJson: string }
  | { readonly ok: false; readonly fault: ApiFault };

export interface SawnTask {
  readonly plan: PlanTask;
  readonly pass: StackOfPass;
}

/** Everything that takes long enough to keep other requests waiting. */
export interface Tasks {
  plan(task: PlanTask): Promise<Planned>;
  checkWood(task: WoodTask): Promise<CheckedWood>;
  sheets(task: SheetsTask): Promise<Sheets>;
  poster(task: PosterTask): Promise<Uint8Array>;
  /** Writes a page as PDF. */
  page(task: PageTask): Promise<Uint8Array>;
  readTemplate(body: Uint8Array): Promise<ReadTemplate>;
  readBody(task: BodyTask): Promise<ReadBody>;
  /** Makes a backup, and lets go of the oldest. */
  backup(task: BackupTask): Promise<Backup>;
  /** Whether a run could have sawn a pass. */
  couldBeSawn(task: SawnTask): Promise<boolean>;
}

/** The input of a task, read. Throws where a revision is not in the form of today: it was raised when the file was opened. */
export const inputOf = ({ revisions, ...rest }: PlanTask): PlanInput => ({
  ...rest,
  revisions: revisions.map(({ revision, json }) => ({ revision, template: opened(json) })),
});

function opened(json: string): Template {
  const template = openForm<Template>('template', JSON.parse(json));
  if (!template.ok) throw new Error(template.error.message);
  return template.value;
}

type PlanRun = typeof planRun;

let solver: Promise<LinearSolver> | null = null;
/** Loaded once for each worker, when a run first needs it. */
export const loadSolver = (): Promise<LinearSolver> =>
  (solver ??= import('highs').then(async ({ default: load }) => highsSolver(await load())));

interface MadePlan {
  readonly plan: Plan;
  readonly wrong: readonly string[];
}

async function planned(input: PlanInput, plan: PlanRun): Promise<MadePlan | NotPlanned> {
  const result = await plan(input, { onStage: () => undefined, solver: loadSolver });
  if (!result.ok) return { kind: 'cannot-plan', faults: result.error };
  return { plan: result.value, wrong: verifyPlan(result.value, input) };
}

/** The tasks themselves; another planner may be passed in, to see what becomes of a wrong plan. */
export const tasks = (plan: PlanRun = planRun): Tasks => ({
  plan: async (task) => {
    const input = inputOf(task);
    const made = await planned(input, plan);
    if ('kind' in made) return made;
    const planJson = JSON.stringify(toForm('plan', made.plan));
    return { kind: 'planned', planJson, inputHash: hashOf(input), wrong: made.wrong };
  },
  checkWood: async ({ plan: task, wood, rack, machines }) => {
    const input = inputOf(task);
    const made = await planned(input, plan);
    if ('kind' in made) return made;
    if (made.wrong.length > 0) return { kind: 'wrong', of: 'plan', wrong: made.wrong };
    const given = {
      plan: made.plan,
      rack,
      machines,
      objective: 'wood' as const,
      wishes: input.run.wood,
      rods: wood.rods,
    };
    const wrong = verifyWood(given, wood.groups);
    if (wrong.length > 0) return { kind: 'wrong', of: 'layout', wrong };
    const items: StockItem[] = rack.map(({ item }) => item);
    return { kind: 'checked', down: drawDown(wood, items) };
  },
  sheets: async ({ request, revisions, shop, drawer }) => {
    const count = request.patterns.reduce((sum, { copies }) => sum + copies, 0);
    if (count > MOST_IN_FILE.patterns)
      return tooMany(`${String(count)} patterns`, `${String(MOST_IN_FILE.patterns)} patterns`);
    const read = revisions.map(({ revision, json }) => ({ revision, template: opened(json) }));
    const patterns = patternsFor(request.patterns, read, shop, drawer);
    if (!patterns.ok) return { kind: 'fault', fault: { ...patterns.error, kind: 'not-found' } };
    const { pages } = patternSheets(patterns.value, request.options);
    if (pages.length > MOST_IN_FILE.pages)
      return tooMany(`${String(pages.length)} sheets`, `${String(MOST_IN_FILE.pages)} sheets`);
    const name = read[0]?.template.name ?? 'patterns';
    return { kind: 'pdf', bytes: await writePdf(pages, name), name };
  },
  poster: ({ shop, drawer }) => writePdf([bladePoster(shop, drawer)], 'Blades'),
  page: ({ page, title }) => writePdf([page], title),
  readTemplate: (body) => Promise.resolve(readTemplate(body)),
  readBody: (task) => Promise.resolve(readBody(task)),
  backup: async ({ place: { url, folder, keep }, now }) => {
    const made = await makeBackup(url, folder, new Date(now));
    await keepNewest(folder, keep);
    return made;
  },
  couldBeSawn: ({ plan: task, pass }) => Promise.resolve(couldBeSawn(pass, inputOf(task))),
});

const tooMany = (these: string, most: string): Sheets => ({
  kind: 'fault',
  fault: {
    kind: 'too-large',
    message: `These would be ${these}; up to ${most} are written at once.`,
    where: 'patterns',
    hint: 'Print fewer copies at a time.',
  },
});

function readTemplate(body: Uint8Array): ReadTemplate {
  const json = parsed(body);
  const checked = check(templateSchema, json);
  if (!checked.ok) return { ok: false, fault: checked.error };
  const template = checked.value as Template;
  return {
    ok: true,
    id: template.id,
    json: JSON.stringify(toForm('template', template)),
    cardJson: JSON.stringify(cardOf(template)),
  };
}
