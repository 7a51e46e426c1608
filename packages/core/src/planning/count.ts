import { addUpWork } from '../ledger';
import type { Part, TemplateRevision } from '../products';
import { err, ok, type Result } from '../result';
import type { PartCount } from './model/count';
import type { PlanError, PlanFault, PlanInput, RunLine, SpareRule } from './model/input';

/** A part of the run with the template it belongs to and its count. */
export interface CountedPart {
  readonly part: Part;
  /** All parts of its template: some may fall out of its openings. */
  readonly siblings: readonly Part[];
  readonly count: PartCount;
}

/** Spares by rule for `needed` pieces; a percentage is rounded up to whole pieces. */
export function sparesFor(rule: SpareRule, needed: number): number {
  if (needed === 0) return 0;
  // A hundredth of a piece is no piece: keeps 10 % of 10 at 1 in floating point.
  return rule.kind === 'count' ? rule.count : Math.ceil(Math.round(needed * rule.percent * 100) / 10_000);
}

/**
 * Counts every part of the run, in the order of its lines. Parts that a copy does not need are left out.
 * Errors: quantities that are not whole or below zero, a template twice, a pinned revision that was not given.
 */
export function countNeeds(input: PlanInput): Result<readonly CountedPart[], PlanError> {
  const { pieces } = addUpWork(input.work);
  const faults: PlanFault[] = [];
  const seen = new Set<string>();
  const counted = input.run.lines.flatMap((line) => {
    const revision = input.revisions.find((r) => r.template.id === line.templateId && r.revision === line.revision);
    const fault = lineFault(line, revision, seen);
    seen.add(line.templateId);
    if (fault || !revision) {
      if (fault) faults.push(fault);
      return [];
    }
    const { template } = revision;
    return template.parts
      .filter((part) => part.perCopy > 0)
      .map((part): CountedPart => {
        const needed = line.copies * part.perCopy;
        const spares = sparesFor(line.spares[part.id] ?? input.run.spares, needed);
        const onHand = line.onHand[part.id] ?? 0;
        const { good, spoiled } = pieces[part.id] ?? { good: 0, spoiled: 0 };
        const total = needed + spares;
        const count: PartCount = {
          templateId: template.id,
          templateName: template.name,
          partId: part.id,
          partName: part.name,
          perCopy: part.perCopy,
          copies: line.copies,
          needed,
          spares,
          total,
          onHand,
          good,
          spoiled,
          toCut: Math.max(0, total - onHand - good),
        };
        return { part, siblings: template.parts, count };
      });
  });
  return faults.length > 0 ? err(faults) : ok(counted);
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
  const rules = Object.values(line.spares).map((rule) => (rule.kind === 'count' ? rule.count : rule.percent));
  const parts = revision.template.parts.map(({ perCopy }) => perCopy);
  const wrong = [line.copies, ...parts, ...Object.values(line.onHand)].find((n) => !Number.isSafeInteger(n) || n < 0);
  const wrongRule = rules.find((n) => !Number.isFinite(n) || n < 0);
  if (wrong === undefined && wrongRule === undefined) return null;
  const message = `${String(wrong ?? wrongRule)} is not a number of pieces.`;
  return { kind: 'bad-quantity', message, where, hint: 'Use a whole number, 0 or more.' };
}
