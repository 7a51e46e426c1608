import { addUpWork, type PieceCount } from '../../ledger';
import type { Body, Part, Template, TemplateRevision } from '../../products';
import { err, ok, type Result } from '../../result';
import type { PartCount, Tally } from '../model/count';
import type { PlanError, PlanFault, PlanInput, Run, RunLine, SpareRule } from '../model/input';
import { riskOf, type SawnHeight } from './part-risk';
import { copiesOfVariant } from './variants';
import { sparesByRisk } from './spares';

/** A part of the run with the template it belongs to and its count. */
export interface CountedPart {
  readonly part: Part;
  /** All parts of its template: some may fall out of its openings. */
  readonly siblings: readonly Part[];
  readonly bodies: readonly Body[];
  readonly count: PartCount;
}

/** Spares by rule for `needed` pieces; a percentage is rounded up to whole pieces. */
export function sparesFor(rule: SpareRule, needed: number): number {
  if (needed === 0) return 0;
  // To a ten-thousandth of a piece, so that 10 % of 10 is 1 in floating point too; what is left is a piece.
  return rule.kind === 'count' ? rule.count : Math.ceil(Math.round(needed * rule.percent * 100) / 10_000);
}

/** Counts what is asked for against what is there and what was done: see {@link Tally} for the rule of spares. */
export function tallyOf(
  perCopy: number,
  line: RunLine,
  id: string,
  { spares, refillSpares }: { readonly spares: number; readonly refillSpares: boolean },
  { good, spoiled }: PieceCount = { good: 0, spoiled: 0 },
): Tally {
  const needed = line.copies * perCopy;
  const sparesLeft = refillSpares ? spares : Math.max(0, spares - spoiled);
  const total = needed + sparesLeft;
  const onHand = line.onHand[id] ?? 0;
  const toCut = Math.max(0, total - onHand - good);
  return { perCopy, copies: line.copies, needed, spares, sparesLeft, total, onHand, good, spoiled, toCut };
}

/** Spares of a rod: by its own rule or the run's; a rod is cut alone, so a run that goes by risk makes none. */
export function rodSpares(line: RunLine, id: string, run: Pick<Run, 'spares'>, needed: number): number {
  const rule = line.spares[id] ?? run.spares;
  return rule.kind === 'risk' ? 0 : sparesFor(rule, needed);
}

interface AskedPart {
  readonly part: Part;
  readonly line: RunLine;
  readonly template: Template;
  readonly needed: number;
}

/** Spares of each part: by its own rule, else by the run's; by risk they are shared over all that have none of their own. */
function sparesOf(asked: readonly AskedPart[], input: PlanInput, sawn: SawnHeights): number[] {
  const { spares } = input.run;
  const ruleOf = ({ line, part }: AskedPart): SpareRule | null =>
    line.spares[part.id] ?? (spares.kind === 'risk' ? null : spares);
  if (spares.kind !== 'risk') return asked.map((one) => sparesFor(ruleOf(one) ?? NONE, one.needed));
  const atRisk = asked.filter((one) => ruleOf(one) === null);
  const shared = sparesByRisk(
    atRisk.map(({ part, needed }) => riskOf(part, needed, input, sawn.get(part.id))),
    spares.confidencePercent / 100,
  );
  const byPart = new Map(atRisk.map((one, i) => [one, shared[i] ?? 0]));
  return asked.map((one) => byPart.get(one) ?? sparesFor(ruleOf(one) ?? NONE, one.needed));
}

const NONE: SpareRule = { kind: 'count', count: 0 };

/** How parts are sawn, by their ids. */
export type SawnHeights = ReadonlyMap<string, SawnHeight>;

/**
 * Counts every part of the run, in the order of its lines; spares by risk go by how parts are `sawn`, as far as that is known. Parts that
 * a copy does not need are left out.
 * Errors: quantities that are not whole or below zero, a template twice, a pinned revision that was not given.
 */
export function countNeeds(input: PlanInput, sawn: SawnHeights = new Map()): Result<readonly CountedPart[], PlanError> {
  const { pieces } = addUpWork(input.work);
  const faults: PlanFault[] = limitFaults(input);
  const seen = new Set<string>();
  const asked = input.run.lines.flatMap((line): AskedPart[] => {
    const revision = input.revisions.find((r) => r.template.id === line.templateId && r.revision === line.revision);
    const fault = lineFault(line, revision, seen);
    seen.add(line.templateId);
    if (fault || !revision) {
      if (fault) faults.push(fault);
      return [];
    }
    const { template } = revision;
    const parts = template.parts.filter(({ perCopy }) => perCopy > 0);
    return parts.map((part) => {
      const copies = copiesOfVariant(template, line, part.variantId);
      return { part, line: { ...line, copies }, template, needed: copies * part.perCopy };
    });
  });
  if (faults.length > 0) return err(faults);
  const spares = sparesOf(asked, input, sawn);
  const counted = asked.map(({ part, line, template }, i): CountedPart => {
    const own = { templateId: template.id, templateName: template.name, partId: part.id, partName: part.name };
    const { refillSpares } = input.run;
    const tally = tallyOf(part.perCopy, line, part.id, { spares: spares[i] ?? 0, refillSpares }, pieces[part.id]);
    return { part, siblings: template.parts, bodies: template.bodies, count: { ...own, ...tally } };
  });
  return ok(counted);
}

/** What the run and the shop say for every part: spares, and the most layers in a stack. */
function limitFaults({ run, shop }: PlanInput): PlanFault[] {
  const faults: PlanFault[] = [];
  const { spares, maxLayers } = run;
  if (spares.kind === 'risk') {
    if (!(spares.confidencePercent > 0 && spares.confidencePercent < 100))
      faults.push(badConfidence(spares.confidencePercent, run.name));
  } else if (!isSpareRule(spares)) {
    const figure = spares.kind === 'count' ? spares.count : spares.percent;
    faults.push(badQuantity(figure, 'pieces', `${run.name}, spares`));
  }
  for (const [layers, where] of [
    [maxLayers ?? 1, `${run.name}, layers at most`],
    [shop.maxLayers, 'the shop, layers at most'],
  ] as const)
    if (!isCount(layers) || layers < 1) faults.push(badQuantity(layers, 'layers', where));
  return faults;
}

const badConfidence = (percent: number, name: string): PlanFault => ({
  kind: 'bad-quantity',
  message: `${String(percent)} % is no confidence that can be reached.`,
  where: `${name}, spares`,
  hint: 'Use more than 0 and less than 100 per cent.',
});

const isCount = (n: number): boolean => Number.isSafeInteger(n) && n >= 0;

const isSpareRule = (rule: SpareRule): boolean =>
  rule.kind === 'count' ? isCount(rule.count) : Number.isFinite(rule.percent) && rule.percent >= 0;

const badQuantity = (value: number, of: string, where: string): PlanFault => ({
  kind: 'bad-quantity',
  message: `${String(value)} is not a number of ${of}.`,
  where,
  hint: of === 'layers' ? 'Use a whole number, 1 or more.' : 'Use a whole number, 0 or more.',
});

/** Copies of variants, where the line says them, are whole, of variants that there are, and together all its copies. */
function variantFault({ variants, copies }: RunLine, template: Template): PlanFault | null {
  const told = Object.entries(variants);
  const where = `${template.name}, copies of its variants`;
  const wrong = told.find(([, count]) => !isCount(count));
  if (wrong) return badQuantity(wrong[1], 'copies', where);
  const sum = told.reduce((total, [, count]) => total + count, 0);
  const isKnown = told.every(([id]) => template.variants.some((variant) => variant.id === id));
  if (told.length === 0 || (isKnown && sum === copies)) return null;
  return {
    kind: 'bad-quantity',
    message: isKnown
      ? `The variants add up to ${String(sum)} copies, and ${String(copies)} are asked for.`
      : 'A variant that copies are asked of is not in the template any more.',
    where,
    hint: 'Say again how many there are of each, or share them evenly.',
  };
}

function lineFault(line: RunLine, revision: TemplateRevision | undefined, seen: ReadonlySet<string>): PlanFault | null {
  const where = revision?.template.name ?? `template ${line.templateId}`;
  if (!revision) {
    const message = `Revision ${String(line.revision)} of this template is not there.`;
    return { kind: 'missing-revision', message, where, hint: 'Take the template out of the run and add it again.' };
  }
  if (seen.has(line.templateId)) {
    const message = 'The same template stands in the run twice.';
    return { kind: 'template-twice', message, where, hint: 'Put all copies on one line.' };
  }
  const wrongVariants = variantFault(line, revision.template);
  if (wrongVariants) return wrongVariants;
  const { parts, rods } = revision.template;
  const name = (id: string): string => [...parts, ...rods].find((one) => one.id === id)?.name ?? id;
  const spare = Object.entries(line.spares).find(([, rule]) => !isSpareRule(rule));
  if (spare) {
    const [id, rule] = spare;
    return badQuantity(rule.kind === 'count' ? rule.count : rule.percent, 'pieces', `${where}, spares of ${name(id)}`);
  }
  const wrong = [
    [line.copies, `${where}, copies`] as const,
    ...[...parts, ...rods].map(({ perCopy, name: own }) => [perCopy, `${where}, ${own} for a copy`] as const),
    ...Object.entries(line.onHand).map(([id, count]) => [count, `${where}, ${name(id)} on hand`] as const),
  ].find(([count]) => !isCount(count));
  if (wrong) return badQuantity(wrong[0], 'pieces', wrong[1]);
  const pinned = parts.find(
    ({ pinnedLayers }) => pinnedLayers !== null && (!isCount(pinnedLayers) || pinnedLayers < 1),
  );
  return pinned ? badQuantity(pinned.pinnedLayers ?? 0, 'layers', `${where}, ${pinned.name}, pinned layers`) : null;
}
