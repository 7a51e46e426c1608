import type { Blade } from '../blades';
import { pierceHolesFor } from '../patterns';
import {
  bitForLayer,
  bladePreferences,
  patternsPerPass,
  type Plan,
  type PlannedStack,
  type Run,
  type Shop,
} from '../planning';
import { shapeOfPart, type Part, type TemplateRevision } from '../products';
import { err, ok, type Fault, type Result } from '../result';
import { formatLength } from '../units';
import { woodById } from '../wood';
import type { Pattern } from './pattern';

/** Parts of one revision that are drawn together, and how often. */
export interface PatternOrder {
  readonly templateId: string;
  readonly revision: number;
  readonly partIds: readonly string[];
  readonly copies: number;
  /** What the label says of the stack; null where the pattern is not for one. */
  readonly stack: string | null;
  /** The bit for the pierce hole of each inside cut, mm, as planned for that stack; null where it is not for one. */
  readonly bits: Readonly<Record<string, number>> | null;
}

export type OrderFault = Fault<'missing-revision' | 'missing-part'>;

/** The patterns that a plan still needs: one for each stack to saw, as often as its passes ask, in the order of sawing. */
export function ordersOfPlan(plan: Plan, run: Pick<Run, 'lines'>, { units }: Pick<Shop, 'units'>): PatternOrder[] {
  const revisions = new Map(run.lines.map(({ templateId, revision }) => [templateId, revision]));
  const words = ({ layers, gang }: PlannedStack, place: number): string =>
    `Stack ${String(place)}: ${layers === 1 ? '1 layer' : `${String(layers)} layers`} of ${formatLength(gang.thicknessMm, units)} ${gang.wood.name.toLowerCase()}`;
  return plan.stacks.flatMap((stack, i) => {
    const { gang, passesToCut } = stack;
    const revision = revisions.get(gang.templateId);
    if (passesToCut === 0 || revision === undefined) return [];
    const partIds = gang.parts.map(({ partId }) => partId);
    const copies = passesToCut * patternsPerPass(stack);
    const bits = stack.cuts.flatMap(({ cutId, choice }) => (choice.bitMm === null ? [] : [[cutId, choice.bitMm]]));
    const label = words(stack, i + 1);
    return [
      {
        templateId: gang.templateId,
        revision,
        partIds,
        copies,
        stack: label,
        bits: Object.fromEntries(bits) as PatternOrder['bits'],
      },
    ];
  });
}

/** Everything of a template once, parts on one blank together. */
export function ordersOfTemplate({ template, revision }: TemplateRevision): PatternOrder[] {
  const blanks = new Map<string, string[]>();
  for (const { id, sharedBlank } of template.parts) {
    const key = sharedBlank ?? id;
    blanks.set(key, [...(blanks.get(key) ?? []), id]);
  }
  return [...blanks.values()].map((partIds) => ({
    templateId: template.id,
    revision,
    partIds,
    copies: 1,
    stack: null,
    bits: null,
  }));
}

/** Finds what is ordered in the revisions. Errors: a revision or a part that is not there. */
export function patternsFor(
  orders: readonly PatternOrder[],
  revisions: readonly TemplateRevision[],
  shop: Shop,
  drawer: readonly Blade[],
): Result<Pattern[], OrderFault> {
  const patterns: Pattern[] = [];
  for (const [i, order] of orders.entries()) {
    const found = revisions.find(
      ({ template, revision }) => template.id === order.templateId && revision === order.revision,
    );
    if (!found) return err(missing('missing-revision', `Revision ${String(order.revision)} of a template`, i));
    const parts = order.partIds.flatMap((id) => found.template.parts.find((part) => part.id === id) ?? []);
    if (parts.length === 0 || parts.length < order.partIds.length)
      return err(missing('missing-part', `A part of ${found.template.name}`, i));
    patterns.push(
      patternOf(order, found, parts, (part) => pierceIn(part, found.template.parts, order.bits, shop, drawer)),
    );
  }
  return ok(patterns);
}

const missing = (kind: OrderFault['kind'], what: string, place: number): OrderFault => ({
  kind,
  message: `${what} is not there any more.`,
  where: `patterns.${String(place)}`,
  hint: 'Open the template or the run again and print from there.',
});

function patternOf(
  { copies, stack }: PatternOrder,
  { template, revision }: TemplateRevision,
  parts: readonly Part[],
  pierceOf: (part: Part) => Pattern['pierce'],
): Pattern {
  const paths = (of: (part: Part) => readonly { readonly path: Part['outline']['path'] }[]) =>
    parts.flatMap(of).map(({ path }) => path);
  return {
    template: template.name,
    revision,
    parts: parts.map(({ name }) => name).join(' + '),
    stack,
    copies,
    outlines: paths(({ outline }) => [outline]),
    insideCuts: paths(({ insideCuts }) => insideCuts),
    throughCuts: paths(({ throughCuts }) => throughCuts),
    holes: parts.flatMap(({ holes }) => holes),
    marks: parts.flatMap(({ marks }) => marks),
    pierce: parts.flatMap(pierceOf),
    grain: parts[0]?.grain ?? 'any',
    datums: parts.flatMap(({ datum }) => datum ?? []),
  };
}

/** Pierce holes for the bits of the plan; without one, for the blades of a single layer. None where the wood is not known. */
function pierceIn(
  part: Part,
  siblings: readonly Part[],
  bits: PatternOrder['bits'],
  shop: Shop,
  drawer: readonly Blade[],
): Pattern['pierce'] {
  const wood = woodById(part.woodId);
  if (!wood) return [];
  const layer = { hardnessN: wood.hardnessN, heightMm: part.thickness.mm };
  return pierceHolesFor(shapeOfPart(part, siblings), {
    hardnessN: wood.hardnessN,
    bitFor: (cut, measure, openingMm) =>
      bits ? (bits[cut] ?? null) : bitForLayer({ ...layer, measure, openingMm }, bladePreferences(shop), drawer),
  });
}
