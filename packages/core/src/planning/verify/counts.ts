import type { PieceCount, WorkEvent } from '../../ledger';
import type { PartCount, Tally } from '../model/count';
import type { PlanInput, RunLine, SpareRule } from '../model/input';
import type { Plan } from '../model/plan';
import { isSame, pinnedTemplates } from './expected';

/** What counts of the events: each id and each pass of a stack once, what was taken back not at all. */
export function standingOf(events: readonly WorkEvent[]): WorkEvent[] {
  const isBack = ({ id }: WorkEvent): boolean =>
    events.some((other) => other.kind === 'pass-taken-back' && other.event === id);
  const left = events.filter((event) => event.kind !== 'pass-taken-back' && !isBack(event));
  const isSamePass = (a: WorkEvent, b: WorkEvent): boolean =>
    a.kind === 'pass-sawn' && b.kind === 'pass-sawn' && a.stack === b.stack && a.pass !== null && a.pass === b.pass;
  return left.filter(
    (event, i) => !left.slice(0, i).some((other) => other.id === event.id || isSamePass(other, event)),
  );
}

/** Good and spoiled of a part or rod as the events that stand have it. */
function doneOf(standing: readonly WorkEvent[], id: string): PieceCount {
  let [good, spoiled] = [0, 0];
  for (const event of standing) {
    if (event.kind === 'pass-sawn') {
      good += event.counts[id]?.good ?? 0;
      spoiled += event.counts[id]?.spoiled ?? 0;
    } else if (event.kind === 'rods-cut' && event.rod === id) {
      good += event.count.good;
      spoiled += event.count.spoiled;
    } else if (event.kind === 'blanks-cut') good += event.rods[id] ?? 0;
  }
  return { good, spoiled };
}

function expectedTally(
  perCopy: number,
  line: RunLine,
  id: string,
  { run }: PlanInput,
  standing: readonly WorkEvent[],
): Tally {
  const rule: SpareRule = line.spares[id] ?? run.spares;
  const needed = perCopy * line.copies;
  // To a hundredth of a piece, so that 10 % of 10 is 1; what is left is rounded up.
  const share = rule.kind === 'percent' ? Math.round(needed * rule.percent) / 100 : rule.count;
  const spares = needed === 0 ? 0 : Math.ceil(share);
  const { good, spoiled } = doneOf(standing, id);
  const sparesLeft = run.refillSpares ? spares : spares > spoiled ? spares - spoiled : 0;
  const onHand = line.onHand[id] ?? 0;
  const wanting = needed + sparesLeft - onHand - good;
  return {
    perCopy,
    copies: line.copies,
    needed,
    spares,
    sparesLeft,
    total: needed + sparesLeft,
    onHand,
    good,
    spoiled,
    toCut: wanting > 0 ? wanting : 0,
  };
}

/** The counts of all parts that the run needs, and nothing else. */
function expectedCounts(input: PlanInput): PartCount[] {
  const standing = standingOf(input.work);
  return pinnedTemplates(input).flatMap(({ line, template }) =>
    template.parts
      .filter(({ perCopy }) => perCopy > 0)
      .map((part) => ({
        templateId: template.id,
        templateName: template.name,
        partId: part.id,
        partName: part.name,
        ...expectedTally(part.perCopy, line, part.id, input, standing),
      })),
  );
}

/** How many of each part the passes that are still to saw give. */
function layersOfParts({ stacks }: Plan): ReadonlyMap<string, number> {
  const sawn = new Map<string, number>();
  for (const { gang, layers, passesToCut } of stacks)
    for (const partId of new Set(gang.parts.map((part) => part.partId)))
      sawn.set(partId, (sawn.get(partId) ?? 0) + layers * passesToCut);
  return sawn;
}

export function countsWrong(plan: Plan, input: PlanInput): string[] {
  const expected = expectedCounts(input);
  const wrong: string[] = [];
  if (plan.parts.length !== expected.length) wrong.push(`${String(plan.parts.length)} parts are counted`);
  const rows = new Map(plan.parts.map((row) => [row.partId, row]));
  const sawn = layersOfParts(plan);
  for (const count of expected) {
    const row = rows.get(count.partId);
    if (!row) {
      wrong.push(`${count.partName} is missing from the count`);
      continue;
    }
    const { planned, leftOver, ...own } = row;
    if (!isSame(own, count)) wrong.push(`${count.partName} is counted as ${JSON.stringify(own)}`);
    const made = sawn.get(count.partId) ?? 0;
    if (planned !== made) wrong.push(`${count.partName}: ${String(planned)} planned, the passes give ${String(made)}`);
    if (made < count.toCut)
      wrong.push(`${count.partName}: ${String(made)} sawn where ${String(count.toCut)} are wanted`);
    const over = Math.max(0, made + count.onHand + count.good - count.total);
    if (leftOver !== over) wrong.push(`${count.partName}: ${String(leftOver)} left over, not ${String(over)}`);
  }
  return wrong;
}

/** Dowels and strips are counted as parts are. */
export function rodsWrong(plan: Plan, input: PlanInput): string[] {
  const standing = standingOf(input.work);
  const expected = pinnedTemplates(input).flatMap(({ line, template }) =>
    template.rods
      .filter(({ perCopy }) => perCopy * line.copies > 0)
      .map(({ id, name, kind, woodId, thickness, width, length, perCopy }) => {
        const tally = expectedTally(perCopy, line, id, input, standing);
        return {
          rodId: id,
          templateId: template.id,
          templateName: template.name,
          name,
          kind,
          woodId,
          thicknessMm: thickness.mm,
          widthMm: width ? width.mm : null,
          lengthMm: length.mm,
          tally,
          count: tally.toCut,
        };
      }),
  );
  return isSame(plan.rods, expected) ? [] : [`dowels and strips are ${JSON.stringify(plan.rods)}`];
}
