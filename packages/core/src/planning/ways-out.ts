import type { Search } from '../layout';
import { inches } from '../units';
import type { PlanInput, PlanKit, Run } from './model/input';
import type { WoodGroup, WoodPlanInput } from './model/supply';
import { planRun } from './plan';
import { planWood } from './supply/lay-wood';

/** From the least effort to the most. */
export const WAYS_OUT = ['smaller-margin', 'free-layers', 'laminate', 'substitute', 'by-hand', 'fewer-copies'] as const;
export type WayOutKind = (typeof WAYS_OUT)[number];

/** Something the maker may grant so that the wood at hand does. */
export interface WayOut {
  readonly kind: WayOutKind;
  /** What it changes: mm, wood ids, counts and names. */
  readonly inputs: Readonly<Record<string, string | number>>;
  /** The run with this granted. */
  readonly run: Run;
  /** Blanks that would still be missing. */
  readonly missing: number;
  /** Minutes of milling, all in all. */
  readonly millingMinutes: number;
}

type Candidate = Pick<WayOut, 'kind' | 'inputs' | 'run'>;

/** Margins are not made smaller than this, mm: a strip of an eighth of an inch still holds (common practice). */
const LEAST_MARGIN = inches(1 / 8);
/** Each candidate is laid with so many steps: enough to see whether it helps. */
const STEPS = 1500;
/** Fewer copies are tried of so many templates. */
const MOST_TEMPLATES = 3;

/**
 * Ways to get by with the wood on the rack, those that leave nothing missing first, each group by effort. Every one is
 * planned and laid anew; such as help nothing are left out. Empty where nothing is missing.
 */
export async function waysOut(
  input: PlanInput,
  wood: Omit<WoodPlanInput, 'plan' | 'wishes'>,
  groups: readonly WoodGroup[],
  kit: PlanKit,
  searchFor: (group: number, steps: number) => Search,
): Promise<WayOut[]> {
  const lackingNow = missingIn(groups);
  if (lackingNow === 0) return [];
  const tried = async (candidate: Candidate): Promise<WayOut | null> => {
    const planned = await planRun({ ...input, run: candidate.run }, kit);
    if (!planned.ok) return null;
    const laid = planWood({ ...wood, plan: planned.value, wishes: candidate.run.wood }, searchFor, STEPS);
    const millingMinutes = laid.reduce((sum, group) => sum + group.millingMinutes, 0);
    return { ...candidate, missing: missingIn(laid), millingMinutes };
  };
  const found: WayOut[] = [];
  for (const candidate of granted(input, groups)) {
    const way = await tried(candidate);
    if (way && way.missing < lackingNow) found.push(way);
  }
  for (const templateId of templatesLacking(groups, input).slice(0, MOST_TEMPLATES)) {
    const way = await mostCopies(input, templateId, tried);
    if (way) found.push(way);
  }
  return found.sort(
    (a, b) =>
      Number(a.missing > 0) - Number(b.missing > 0) ||
      WAYS_OUT.indexOf(a.kind) - WAYS_OUT.indexOf(b.kind) ||
      a.millingMinutes - b.millingMinutes,
  );
}

const missingIn = (groups: readonly WoodGroup[]): number =>
  groups.reduce((sum, { missing }) => sum + missing.length, 0);

/** All that can be granted without making less. */
function granted({ run, shop }: PlanInput, groups: readonly WoodGroup[]): Candidate[] {
  const lacking = groups.filter(({ missing }) => missing.length > 0);
  const withWood = (changes: Partial<Run['wood']>): Run => ({ ...run, wood: { ...run.wood, ...changes } });
  const margin = (run.wood.margin ?? shop.holdingMargin).mm;
  const candidates: Candidate[] = [];
  if (margin > LEAST_MARGIN) {
    const smaller = Math.max(LEAST_MARGIN, margin / 2);
    candidates.push({
      kind: 'smaller-margin',
      inputs: { marginMm: smaller },
      run: withWood({ margin: { mm: smaller, typed: null } }),
    });
  }
  if (!run.wood.freeLayers) candidates.push({ kind: 'free-layers', inputs: {}, run: withWood({ freeLayers: true }) });
  const ways = lacking.flatMap(({ milling }) => milling.map(({ milled }) => milled));
  if (!run.wood.laminate && ways.some(({ way }) => way.kind === 'laminate'))
    candidates.push({ kind: 'laminate', inputs: {}, run: withWood({ laminate: true }) });
  if (!run.wood.byHand && ways.some((way) => way.lacking.length > 0))
    candidates.push({ kind: 'by-hand', inputs: {}, run: withWood({ byHand: true }) });
  for (const { woodId, nominalMm, substitutes } of lacking) {
    for (const instead of substitutes) {
      const substitute = { woodId, nominalMm, instead };
      candidates.push({
        kind: 'substitute',
        inputs: substitute,
        run: withWood({ substitutes: [...run.wood.substitutes, substitute] }),
      });
    }
  }
  return candidates;
}

/** Templates with blanks that are missing, those with most first. */
function templatesLacking(groups: readonly WoodGroup[], { run }: PlanInput): string[] {
  const lacking = new Map<string, number>();
  for (const { blanks, missing } of groups) {
    for (const i of missing) {
      const id = blanks[i]?.templateId;
      if (id !== undefined) lacking.set(id, (lacking.get(id) ?? 0) + 1);
    }
  }
  return [...lacking]
    .sort((a, b) => b[1] - a[1])
    .map(([id]) => id)
    .filter((id) => run.lines.some(({ templateId }) => templateId === id));
}

/** The most copies of a template for which the wood does, found by halving; null where it does for none: to make none is no way out. */
async function mostCopies(
  { run }: PlanInput,
  templateId: string,
  tried: (candidate: Candidate) => Promise<WayOut | null>,
): Promise<WayOut | null> {
  const now = run.lines.find((line) => line.templateId === templateId)?.copies ?? 0;
  let [best, low, high] = [null as WayOut | null, 1, now - 1];
  while (low <= high) {
    const copies = Math.floor((low + high) / 2);
    const lines = run.lines.map((line) => (line.templateId === templateId ? { ...line, copies } : line));
    const way = await tried({ kind: 'fewer-copies', inputs: { templateId, copies, now }, run: { ...run, lines } });
    if (way?.missing === 0) [best, low] = [way, copies + 1];
    else high = copies - 1;
  }
  return best;
}
