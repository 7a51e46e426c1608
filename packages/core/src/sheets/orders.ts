import type { Blade } from '../blades';
import { moved, undo, type Point } from '../geometry';
import { pierceHolesFor } from '../patterns';
import {
  abreastOf,
  bitForLayer,
  bladePreferences,
  gangOfLayer,
  PATTERN_WAYS,
  patternsPut,
  placesOn,
  sharedOut,
  wantsSecondEntry,
  type Plan,
  type PlannedStack,
  type Run,
  type Shop,
  type StackedGang,
} from '../planning';
import { cutsOf, ruleOf, shapeOfPart, wantsOf, type CutRule, type Part, type TemplateRevision } from '../products';
import { err, ok, type Fault, type Result } from '../result';
import { formatLength } from '../units';
import { woodById } from '../wood';
import { orderArrows, type OrderArrow } from './order-arrows';
import type { Pattern } from './pattern';

/** Parts of one revision that are drawn together, and how often. */
export interface PatternOrder {
  readonly templateId: string;
  readonly revision: number;
  readonly partIds: readonly string[];
  readonly copies: number;
  /** Where it is drawn, mm from where it lies in its drawing: more than once where passes lie side by side on one blank. */
  readonly places: readonly Point[];
  /** What the label says of the stack; null where the pattern is not for one. */
  readonly stack: string | null;
  /** The bit for the pierce hole of each inside cut, mm, as planned for that stack; null where it is not for one. */
  readonly bits: Readonly<Record<string, number>> | null;
  /** Ids of inside cuts that have two holes; null where it is not for a stack. */
  readonly twoEntries: readonly string[] | null;
  /** Places of brads in the frame of the drawing, mm: on the pattern that lies on top of its stack. */
  readonly brads: readonly Point[];
  /** In which order its cuts are sawn; empty where it is not for a stack. */
  readonly arrows: readonly OrderArrow[];
}

export type OrderFault = Fault<'missing-revision' | 'missing-part'>;

/**
 * The patterns that a plan still needs, in the order of sawing: of each stack one for every gang that lies on top while
 * something is sawn, as often as its passes ask. `known`: the revisions of its templates, for the order of the cuts.
 */
export function ordersOfPlan(
  plan: Plan,
  run: Pick<Run, 'lines' | 'stacks'>,
  { units }: Pick<Shop, 'units'>,
  known: readonly TemplateRevision[],
): PatternOrder[] {
  const revisions = new Map(run.lines.map(({ templateId, revision }) => [templateId, revision]));
  return plan.stacks.flatMap((stack, i) => {
    if (stack.passesToCut === 0) return [];
    const put = patternsPut(stack);
    const tops = put.map(({ layerId }) => gangOfLayer(layerId, stack));
    return [...new Set(tops)].flatMap((gang): PatternOrder[] => {
      const revision = revisions.get(gang.templateId);
      if (revision === undefined) return [];
      const order = {
        templateId: gang.templateId,
        revision,
        partIds: gang.parts.map(({ partId }) => partId),
        stack: `Stack ${String(i + 1)}: ${layersWords(stack, units)}`,
        bits: bitsOfCuts(stack),
        twoEntries: cutsWithTwo(stack),
        brads: gang === stack.gangs[0] ? stack.held.brads : [],
        arrows: orderArrows(stack, gang, known, run.stacks.cutOrders),
      };
      const ofBlank = tops.filter((top) => top === gang).length;
      const sizes = sharedOut(stack.passesToCut, abreastOf(stack.strip, stack.passesToCut));
      // What is traced is printed once.
      const asked = PATTERN_WAYS[gang.pattern].isPrinted
        ? sizes.map(({ passes, count }) => ({ passes, copies: count * ofBlank }))
        : sizes.slice(0, 1).map(({ passes }) => ({ passes, copies: 1 }));
      return asked.map(({ passes, copies }) => ({ ...order, copies, places: placesOfGang(stack, gang, passes) }));
    });
  });
}

const HERE: readonly Point[] = [{ x: 0, y: 0 }];

/** Where the passes on one blank lie in the frame of a gang's own drawing. */
function placesOfGang({ strip }: PlannedStack, { at }: StackedGang, passes: number): readonly Point[] {
  if (!strip) return HERE;
  const back = undo(at);
  const origin = moved(back, { x: 0, y: 0 });
  return placesOn(strip, passes).map((place) => {
    const { x, y } = moved(back, place);
    return { x: x - origin.x, y: y - origin.y };
  });
}

/** `4 layers of 1/4" red oak`, or of more than one wood or thickness `5 layers, 1-1/4" high`. */
function layersWords({ layers, gangs, stackHeightMm }: PlannedStack, units: Shop['units']): string {
  const count = layers.length === 1 ? '1 layer' : `${String(layers.length)} layers`;
  const [first] = gangs;
  const alike = gangs.every(({ wood, thicknessMm }) => wood === first?.wood && thicknessMm === first.thicknessMm);
  return first && (gangs.length === 1 || alike)
    ? `${count} of ${formatLength(first.thicknessMm, units)} ${first.wood.name.toLowerCase()}`
    : `${count}, ${formatLength(stackHeightMm, units)} high`;
}

/** The bit for the pierce hole of each inside cut of a stack, by its id in each gang that has it. */
const bitsOfCuts = ({ phases }: PlannedStack): Readonly<Record<string, number>> =>
  Object.fromEntries(
    phases
      .flatMap(({ cuts }) => cuts)
      .flatMap(({ cutId, twins, choice: { bitMm } }) =>
        bitMm === null ? [] : [cutId, ...twins.map(({ id }) => id)].map((id) => [id, bitMm] as const),
      ),
  );

const cutsWithTwo = ({ phases }: PlannedStack): string[] =>
  phases
    .flatMap(({ cuts }) => cuts)
    .filter(({ entries }) => entries === 2)
    .flatMap(({ cutId, twins }) => [cutId, ...twins.map(({ id }) => id)]);

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
    places: HERE,
    stack: null,
    bits: null,
    twoEntries: null,
    brads: [],
    arrows: [],
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
    patterns.push(patternOf(order, found, parts, (part) => pierceIn(part, found.template.parts, order, shop, drawer)));
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
  { copies, places, stack, brads, arrows }: PatternOrder,
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
    places,
    outlines: paths(({ outline }) => [outline]),
    insideCuts: paths(({ insideCuts }) => insideCuts),
    throughCuts: paths(({ throughCuts }) => throughCuts),
    holes: parts.flatMap(({ holes }) => holes),
    marks: parts.flatMap(({ marks }) => marks),
    notes: parts.flatMap(notesOf),
    pierce: parts.flatMap(pierceOf),
    brads,
    arrows,
    grain: parts[0]?.grain ?? 'any',
    datums: parts.flatMap(({ datum }) => datum ?? []),
  };
}

/** What is written beside cuts that are not plainly sawn on their line. */
const notesOf = (part: Part): Pattern['notes'] =>
  cutsOf(part).flatMap(({ cut }) => {
    const words = ruleWords(ruleOf(part, cut.id));
    return words === '' ? [] : [{ at: cut.path.start, words }];
  });

/** `outside the line, tilt 15°, keep: support`; nothing for a plain cut. */
const ruleWords = ({ line, tiltDegrees, kept }: CutRule): string =>
  [
    ...(line === 'on' ? [] : [`${line} the line`]),
    ...(tiltDegrees === 0 ? [] : [`tilt ${String(tiltDegrees)}°`]),
    ...(kept === null ? [] : [`keep: ${kept}`]),
  ].join(', ');

/** Pierce holes for the bits of the plan; without one, for the blades of a single layer. None where the wood is not known. */
function pierceIn(
  part: Part,
  siblings: readonly Part[],
  { bits, twoEntries }: PatternOrder,
  shop: Shop,
  drawer: readonly Blade[],
): Pattern['pierce'] {
  const wood = woodById(part.woodId);
  if (!wood) return [];
  const layer = { hardnessN: wood.hardnessN, heightMm: part.thickness.mm };
  return pierceHolesFor(shapeOfPart(part, siblings), {
    secondFor: (cut) => twoEntries?.includes(cut) ?? wantsSecondEntry(shop, wood.hardnessN),
    bitFor: (cut, measure, openingMm) =>
      bits
        ? (bits[cut] ?? null)
        : bitForLayer({ ...layer, wants: wantsOf(part, cut), measure, openingMm }, bladePreferences(shop), drawer),
  });
}
