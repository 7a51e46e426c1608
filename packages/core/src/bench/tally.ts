import type { WorkDone } from '../ledger';
import { copiesByVariant, gangOfLayer, layersInHand, type Plan, type Run } from '../planning';
import type { Part, Template, TemplateRevision } from '../products';

/** What has become of the pieces of one part. */
export interface PieceLedger {
  readonly partId: string;
  readonly templateName: string;
  readonly partName: string;
  readonly needed: number;
  /** In passes whose blanks are stuck or that are sawn in part, and not spoiled. */
  readonly inWork: number;
  /** Good ones, those that were there before among them. */
  readonly good: number;
  readonly spoiled: number;
  /** Of the good ones those that went into finished copies. */
  readonly assembled: number;
  /** Still to be sawn, those in work among them. */
  readonly toCut: number;
  /** Good ones that no copy will want, once nothing of the part is to be sawn any more. */
  readonly surplus: number;
}

/** The ledger of pieces of a run, part by part in the order of its lines. */
export function pieceLedger(
  plan: Plan,
  work: WorkDone,
  run: Pick<Run, 'lines'>,
  revisions: readonly TemplateRevision[],
): PieceLedger[] {
  const inWork = piecesInWork(plan);
  const used = piecesUsed(work, run, revisions);
  return plan.parts.map((part) => {
    const good = part.good + part.onHand;
    return {
      partId: part.partId,
      templateName: part.templateName,
      partName: part.partName,
      needed: part.needed,
      inWork: inWork.get(part.partId) ?? 0,
      good,
      spoiled: part.spoiled,
      assembled: used.get(part.partId) ?? 0,
      toCut: part.toCut,
      surplus: part.toCut === 0 ? Math.max(0, good - part.needed) : 0,
    };
  });
}

function piecesInWork({ stacks }: Plan): ReadonlyMap<string, number> {
  const pieces = new Map<string, number>();
  for (const stack of stacks)
    for (const id of layersInHand(stack))
      for (const { partId } of gangOfLayer(id, stack).parts) pieces.set(partId, (pieces.get(partId) ?? 0) + 1);
  return pieces;
}

/** Copies of a product, or of one variant of it. */
export interface SetCount {
  readonly templateId: string;
  readonly templateName: string;
  /** null where the template has no variants. */
  readonly variantId: string | null;
  readonly variantName: string | null;
  readonly wanted: number;
  readonly assembled: number;
  /** How many more could be put together from what is good now. */
  readonly ready: number;
  /** What keeps the next one back, and how many of it are missing; empty where one is ready or none is wanted. */
  readonly heldBackBy: readonly { readonly name: string; readonly missing: number }[];
}

/** Complete copies: what is assembled, what could be, and what the next one waits for. Variants share what all copies have. */
export function setCounts(
  plan: Plan,
  work: WorkDone,
  run: Pick<Run, 'lines'>,
  revisions: readonly TemplateRevision[],
): SetCount[] {
  const used = piecesUsed(work, run, revisions);
  const made = new Map<string, number>([
    ...plan.parts.map((part) => [part.partId, part.good + part.onHand] as const),
    ...plan.rods.map(({ rodId, tally }) => [rodId, tally.good + tally.onHand] as const),
  ]);
  return run.lines.flatMap((line) => {
    const template = templateOf(line, revisions);
    if (!template) return [];
    const variants = template.variants.length === 0 ? [null] : template.variants;
    return variants.map((variant): SetCount => {
      const assembled = assembledOf(work, template.id, variant?.id ?? null);
      const wanted = variant ? (copiesByVariant(template, line).get(variant.id) ?? 0) : line.copies;
      const asked = askedBy(template, variant?.id ?? null).map(({ id, name, perCopy }) => ({
        name,
        perCopy,
        free: Math.max(0, (made.get(id) ?? 0) - (used.get(id) ?? 0)),
      }));
      const ready = Math.min(...asked.map(({ free, perCopy }) => Math.floor(free / perCopy)));
      const isOver = wanted <= assembled || asked.length === 0;
      return {
        templateId: template.id,
        templateName: template.name,
        variantId: variant?.id ?? null,
        variantName: variant?.name ?? null,
        wanted,
        assembled,
        ready: asked.length === 0 ? 0 : ready,
        heldBackBy:
          isOver || ready > 0
            ? []
            : asked
                .filter(({ free, perCopy }) => free < perCopy)
                .map(({ name, free, perCopy }) => ({ name, missing: perCopy - free })),
      };
    });
  });
}

const templateOf = (
  { templateId, revision }: Run['lines'][number],
  revisions: readonly TemplateRevision[],
): Template | undefined =>
  revisions.find((one) => one.template.id === templateId && one.revision === revision)?.template;

/** Parts and rods that one copy takes. */
function askedBy({ parts, rods }: Template, variantId: string | null): Pick<Part, 'id' | 'name' | 'perCopy'>[] {
  const own = parts.filter((part) => part.variantId === null || part.variantId === variantId);
  return [...own, ...rods].filter(({ perCopy }) => perCopy > 0);
}

const assembledOf = ({ standing }: WorkDone, templateId: string, variantId: string | null): number =>
  standing.reduce(
    (sum, event) =>
      event.kind === 'sets-assembled' && event.templateId === templateId && event.variantId === variantId
        ? sum + event.copies
        : sum,
    0,
  );

/** Pieces that finished copies took, by part and rod. */
function piecesUsed(
  work: WorkDone,
  { lines }: Pick<Run, 'lines'>,
  revisions: readonly TemplateRevision[],
): ReadonlyMap<string, number> {
  const used = new Map<string, number>();
  for (const event of work.standing) {
    if (event.kind !== 'sets-assembled') continue;
    const line = lines.find(({ templateId }) => templateId === event.templateId);
    const template = line && templateOf(line, revisions);
    for (const { id, perCopy } of template ? askedBy(template, event.variantId) : [])
      used.set(id, (used.get(id) ?? 0) + perCopy * event.copies);
  }
  return used;
}
