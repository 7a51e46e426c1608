import { stepOf, type WorkEvent } from '../../ledger';
import type { PartCount, Tally } from '../model/count';
import type { PlanInput, RunLine, RunSpareRule } from '../model/input';
import type { Plan, PlannedStack } from '../model/plan';
import type { Phase } from '../model/stack';
import { copiesFor, isSame, pinnedTemplates } from './expected';
import { lostWith, type PiecesDone } from './pieces';

/** What the events say of a stack: numbers of passes that are done, and the phases marked of each that is only begun. */
export function marksOf(
  { key, phases }: Pick<PlannedStack, 'key' | 'phases'>,
  standing: readonly WorkEvent[],
): { readonly done: number[]; readonly begun: { pass: number; phases: string[]; lost: string[] }[] } {
  const own = standing.flatMap((event) => (event.kind === 'pass-sawn' && event.stack === key ? [event] : []));
  const byPass = new Map<number, { phases: (string | null)[]; lost: string[] }>();
  const taken = new Set(own.map(({ pass }) => pass));
  let free = 0;
  for (const mark of own) {
    const { pass, phase } = mark;
    let number = pass;
    if (number === null) {
      do free++;
      while (taken.has(free));
      number = free;
    }
    const before = byPass.get(number) ?? { phases: [], lost: [] };
    byPass.set(number, { phases: [...before.phases, phase], lost: [...before.lost, ...lostWith(mark)] });
  }
  // In hand, though nothing of it is marked: stuck at the bench, or with layers that were spoiled.
  for (const event of standing) {
    if (!('stack' in event) || event.stack !== key) continue;
    const passes = event.kind === 'step-done' && stepOf(event) === 'stick' ? event.passes : [];
    for (const pass of passes) byPass.set(pass, byPass.get(pass) ?? { phases: [], lost: [] });
    if (event.kind !== 'layers-spoiled') continue;
    const before = byPass.get(event.pass) ?? { phases: [], lost: [] };
    byPass.set(event.pass, { ...before, lost: [...before.lost, ...event.lost.map(({ layerId }) => layerId)] });
  }
  const isOver = ({ key: one, layerIds }: Phase, marks: readonly (string | null)[], lost: readonly string[]): boolean =>
    marks.includes(null) || marks.includes(one) || layerIds.every((id) => lost.includes(id));
  const all = [...byPass]
    .sort(([a], [b]) => a - b)
    .map(([pass, { phases: marks, lost }]) => ({
      pass,
      phases: phases.filter((phase) => isOver(phase, marks, lost)).map((phase) => phase.key),
      lost: [...new Set(lost)].sort(),
    }));
  // Of a stack with one phase any mark is the whole of it.
  const isDone = ({ pass, phases: over }: (typeof all)[number]): boolean =>
    over.length === phases.length || (phases.length === 1 && (byPass.get(pass)?.phases.length ?? 0) > 0);
  return {
    done: all.filter((one) => isDone(one)).map(({ pass }) => pass),
    begun: all.filter((one) => !isDone(one)),
  };
}

function expectedTally(
  perCopy: number,
  line: RunLine,
  id: string,
  { run }: PlanInput,
  done: PiecesDone,
  byRisk: number,
): Tally {
  const rule: RunSpareRule = line.spares[id] ?? run.spares;
  const needed = perCopy * line.copies;
  // To a ten-thousandth of a piece, so that 10 % of 10 is 1; what is left is rounded up.
  const share =
    rule.kind === 'risk'
      ? byRisk
      : rule.kind === 'percent'
        ? Math.round(needed * rule.percent * 100) / 10_000
        : rule.count;
  const spares = needed === 0 ? 0 : Math.ceil(share);
  const { good, spoiled } = done.get(id) ?? { good: 0, spoiled: 0 };
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
function expectedCounts(input: PlanInput, plan: Plan, done: PiecesDone): PartCount[] {
  // What a run by risk makes of spares is checked by its confidence: see sparesWrong.
  const told = new Map(plan.parts.map(({ partId, spares }) => [partId, spares]));
  return pinnedTemplates(input).flatMap(({ line, template }) =>
    template.parts
      .filter(({ perCopy }) => perCopy > 0)
      .map((part) => ({
        templateId: template.id,
        templateName: template.name,
        partId: part.id,
        partName: part.name,
        ...expectedTally(
          part.perCopy,
          { ...line, copies: copiesFor(part, { line, template }) },
          part.id,
          input,
          done,
          told.get(part.id) ?? 0,
        ),
      })),
  );
}

/** How many of each part is still to come of each stack: a layer gives its parts with the last phase that has it. */
function layersOfParts({ stacks }: Plan): ReadonlyMap<string, number> {
  const sawn = new Map<string, number>();
  for (const { gangs, layers, phases, passesToCut, begun } of stacks)
    for (const { id, gangKey } of layers) {
      const last = phases.filter(({ layerIds }) => layerIds.includes(id)).at(-1)?.key;
      const waiting = begun.filter(
        (pass) => last !== undefined && !pass.phases.includes(last) && !pass.lost.includes(id),
      ).length;
      for (const { partId } of gangs.find(({ key }) => key === gangKey)?.parts ?? [])
        sawn.set(partId, (sawn.get(partId) ?? 0) + passesToCut + waiting);
    }
  return sawn;
}

export function countsWrong(plan: Plan, input: PlanInput, done: PiecesDone): string[] {
  const expected = expectedCounts(input, plan, done);
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

/** Bought things for all copies, whole ones. */
export function hardwareWrong(plan: Plan, input: PlanInput): string[] {
  const expected = pinnedTemplates(input).flatMap(({ line, template }) =>
    template.hardware.map(({ id, name, kind, perCopy }) => {
      const whole = Math.round(perCopy * line.copies * 1e6) / 1e6;
      return { id, templateId: template.id, templateName: template.name, name, kind, count: Math.ceil(whole) };
    }),
  );
  const wanted = expected.filter(({ count }) => count > 0);
  return isSame(plan.hardware, wanted) ? [] : [`bought things are ${JSON.stringify(plan.hardware)}`];
}

/** Dowels and strips are counted as parts are. */
export function rodsWrong(plan: Plan, input: PlanInput, done: PiecesDone): string[] {
  const expected = pinnedTemplates(input).flatMap(({ line, template }) =>
    template.rods
      .filter(({ perCopy }) => perCopy * line.copies > 0)
      .map(({ id, name, kind, woodId, thickness, width, length, perCopy }) => {
        const tally = expectedTally(perCopy, line, id, input, done, 0);
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
