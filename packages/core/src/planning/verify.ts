import { comfortHeight, STRETCH } from '../blades';
import { hardnessClass } from '../wood';
import type { PlanInput } from './model/input';
import type { Plan, PlannedStack } from './model/plan';

/** A tenth of a micrometre: far below anything measured, above the grain of sums of floats. */
const SLACK = 1e-4;
/** A blank may be so much larger than its rule says where it has a margin: the most that comes of sixteenths of an inch, mm. */
const ROUNDED_UP = 25.4 / 16;

/**
 * Checks a plan against the rules of the shop, not against the planner: what must be true of any plan for this input.
 * Returns what is broken, in words for a log; an empty list means the plan stands.
 */
export function verifyPlan(plan: Plan, input: PlanInput): string[] {
  return [
    ...countViolations(plan, input),
    ...plan.stacks.flatMap((stack) => stackViolations(stack, input)),
    ...wholeViolations(plan),
  ];
}

function countViolations(plan: Plan, { run, revisions }: PlanInput): string[] {
  const wanted = run.lines.flatMap((line) => {
    const template = revisions.find((r) => r.template.id === line.templateId && r.revision === line.revision)?.template;
    return (template?.parts ?? []).filter(({ perCopy }) => perCopy > 0).map((part) => ({ part, line }));
  });
  return wanted.flatMap(({ part, line }) => {
    const row = plan.parts.find(({ partId }) => partId === part.id);
    if (!row) return [`${part.name} is missing from the count`];
    const made = plan.stacks
      .filter(({ gang }) => gang.parts.some(({ partId }) => partId === part.id))
      .reduce((sum, { layers, passesToCut }) => sum + layers * passesToCut, 0);
    const atHand = made + row.good + (line.onHand[part.id] ?? 0);
    const faults: string[] = [];
    if (row.needed !== line.copies * part.perCopy) faults.push(`${part.name}: needed ${String(row.needed)}`);
    if (atHand < row.needed + row.spares) faults.push(`${part.name}: only ${String(atHand)} of ${String(row.total)}`);
    if (row.leftOver !== Math.max(0, atHand - row.needed - row.spares)) faults.push(`${part.name}: left over is wrong`);
    return faults;
  });
}

function stackViolations(stack: PlannedStack, { shop, run, drawer }: PlanInput): string[] {
  const { gang, layers, blank, cuts, passesToCut } = stack;
  const name = gang.parts.map(({ partName }) => partName).join(' + ');
  const faults: string[] = [];
  const fault = (text: string): void => void faults.push(`${name}: ${text}`);
  if (passesToCut > 0 && Math.abs(stack.stackHeightMm - layers * gang.thicknessMm) > SLACK)
    fault('height of the stack');
  if (passesToCut > 0 && stack.stackHeightMm > shop.saw.maxHeight.mm + SLACK) fault('higher than the saw takes');
  const most = gang.pinnedLayers ?? run.maxLayers ?? shop.maxLayers;
  if (passesToCut > 0 && layers > most) fault(`${String(layers)} layers where ${String(most)} are allowed`);
  const { minX, minY, maxX, maxY } = gang.box;
  // A datum edge lies on the board's own edge: one margin less that way.
  const margins = [2 - gang.flush.across, 2 - gang.flush.up].map((count) => count * shop.holdingMargin.mm);
  const least = [maxX - minX, maxY - minY].map((side, i) => side + (margins[i] ?? 0));
  const largest = least.map((side, i) => side + (margins[i] ? ROUNDED_UP : 0)).sort((a, b) => a - b);
  least.sort((a, b) => a - b);
  const given = [blank.length, blank.width].sort((a, b) => a - b);
  if (given.some((side, i) => side < (least[i] ?? 0) - SLACK || side > (largest[i] ?? 0) + SLACK))
    fault('size of the blank');
  for (const { choice, heightMm, kind, times } of cuts) {
    const { blade, strained } = choice;
    if (!drawer.some(({ id, inDrawer, ends }) => id === blade.id && inDrawer && ends === shop.saw.ends)) {
      fault(`blade ${blade.id} is not in the drawer`);
    }
    const comfort = comfortHeight(blade.size, hardnessClass(gang.wood.hardnessN));
    const most = comfort * (strained ? STRETCH : 1);
    if (blade.form !== 'spiral' && heightMm > most + SLACK) fault(`blade ${blade.id} at ${String(heightMm)} mm`);
    if (kind === 'outside' && times !== 1) fault('an outline sawn more than once');
  }
  const kinds = cuts.map(({ kind }) => kind);
  const leading = shop.cutOrder === 'inside-first' ? 'inside' : 'outside';
  if (kinds.some((kind, i) => i > 0 && kind === leading && kinds[i - 1] !== leading)) {
    fault('order of inside cuts and outline');
  }
  return faults;
}

function wholeViolations(plan: Plan): string[] {
  const faults: string[] = [];
  const keys = plan.stacks.map(({ key }) => key);
  if (new Set(keys).size !== keys.length) faults.push('two stacks have the same key');
  const blanks = plan.blanks.reduce((sum, { count, passes }) => sum + count * passes, 0);
  const layers = plan.stacks.reduce((sum, stack) => sum + stack.layers * stack.passesToCut, 0);
  if (blanks !== layers) faults.push(`blanks for ${String(blanks)} layers, needed for ${String(layers)}`);
  for (const [name, value] of Object.entries(plan.minutes) as [string, number][]) {
    if (!Number.isFinite(value) || value < 0) faults.push(`minutes of ${name} are ${String(value)}`);
  }
  return faults;
}
