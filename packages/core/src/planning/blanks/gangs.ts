import { type Box, boxUnion, pathBox } from '../../geometry';
import { keptIn, measureCut, openingRoom } from '../../patterns';
import { type Body, cutsOf, type Part, type Ply, ruleOf, shapeOfPart, wantsOf } from '../../products';
import { err, ok, type Result } from '../../result';
import { sumMm, toNm, TOUCHING } from '../../units';
import { woodById } from '../../wood';
import type { CountedPart } from '../needs';
import { cutsAround } from './around';
import { shortKey } from './key';
import type { MeasuredThickness, PlanError, PlanFault, PlanInput } from '../model/input';
import type { Gang, GangCut, WoodPly } from '../model/stack';

/** The parts of a gang as they are told: `Tray + Backer`. */
export const gangName = ({ parts }: Pick<Gang, 'parts'>): string => parts.map(({ partName }) => partName).join(' + ');

/** Parts of a stack as they are told: gangs of one name once. */
export const stackName = ({ gangs }: { readonly gangs: readonly Pick<Gang, 'parts'>[] }): string =>
  [...new Set(gangs.map(gangName))].join(' / ');

/** Where a stack stands, for warnings. */
export const stackPlace = ({ gangs }: { readonly gangs: readonly Pick<Gang, 'templateName' | 'parts'>[] }): string => {
  const templates = [...new Set(gangs.map(({ templateName }) => templateName))];
  return `${templates.join(' and ')}, ${stackName({ gangs })}`;
};

/** Where a gang stands, for faults and warnings: its template and its parts. */
export const gangPlace = (gang: Pick<Gang, 'templateName' | 'parts'>): string =>
  `${gang.templateName}, ${gangName(gang)}`;

/**
 * Groups the counted parts into gangs: parts of one template that share a blank and agree in wood, thickness, grain and
 * pinned layers; every other part stands alone, and so does each layer of a body. In the order of the parts. Error: a wood
 * that is not in the table.
 */
export function formGangs(
  counted: readonly CountedPart[],
  input: Pick<PlanInput, 'run' | 'shop'>,
): Result<readonly Gang[], PlanError> {
  const groups = new Map<string, CountedPart[]>();
  for (const item of counted) {
    const { part, count } = item;
    const { apartClean, grain, pinnedLayers } = part;
    const blank = bodyOf(item) ? part.id : (part.sharedBlank ?? part.id);
    const alike = [count.templateId, blank, boardsKey(part), grain, pinnedLayers, apartClean].join('|');
    groups.set(alike, [...(groups.get(alike) ?? []), item]);
  }
  const faults: PlanFault[] = [];
  const gangs = [...groups.values()].flatMap((group) => {
    const gang = gangOf(group, input);
    if (gang.ok) return [gang.value];
    faults.push(gang.error);
    return [];
  });
  return faults.length > 0 ? err(faults) : ok(gangs);
}

/** Equal for parts whose boards agree from the top down, in wood and nominal thickness. */
export const boardsKey = ({ woodId, thickness, gluedTo }: Part): string =>
  [{ woodId, thickness }, ...gluedTo].map((ply) => `${ply.woodId} ${String(toNm(ply.thickness.mm))}`).join();

/** The body that a part is a layer of: its layers lie on each other and not side by side. */
const bodyOf = ({ part, bodies }: CountedPart): Body | undefined =>
  bodies.find(({ layers }) => layers.includes(part.id));

function gangOf(group: readonly CountedPart[], input: Pick<PlanInput, 'run' | 'shop'>): Result<Gang, PlanFault> {
  const [first] = group;
  if (!first) throw new Error('a gang needs at least one part');
  const { part, count } = first;
  const boards = pliesOf(part, input.run.measured, `${count.templateName}, ${part.name}`);
  if (!boards.ok) return boards;
  const plies = boards.value;
  const [{ wood, nominalMm }, ...under] = plies;
  const { shop, run } = input;
  const body = bodyOf(first);
  const box = boxUnion(group.map((item) => pathBox(item.part.outline.path)));
  return ok({
    key: shortKey({
      template: count.templateId,
      parts: group.map((item) => item.part.id),
      wood: wood.id,
      nominalMm,
      ...(under.length > 0 ? { under: under.map((ply) => [ply.wood.id, ply.nominalMm]) } : {}),
    }),
    templateId: count.templateId,
    templateName: count.templateName,
    parts: group.map((item) => item.count),
    wood,
    nominalMm,
    thicknessMm: sumMm(plies.map(({ thicknessMm }) => thicknessMm)),
    plies,
    pattern: run.stacks.patterns[part.id] ?? shop.patternFor[wood.id] ?? shop.pattern,
    apartClean: part.apartClean,
    grain: part.grain,
    pinnedLayers: part.pinnedLayers,
    bodyId: body?.id ?? null,
    bodyPlaces: body ? { first: body.layers.indexOf(part.id), last: body.layers.lastIndexOf(part.id) } : null,
    cuts: group.flatMap(gangCuts),
    holes: group.flatMap(({ part: { id, holes } }) =>
      holes.map((hole) => ({ holeId: hole.id, partId: id, center: hole.center, diameterMm: hole.diameterMm })),
    ),
    around: cutsAround(group.map((item) => item.part)),
    box,
    flush: flushSides(group, box),
    layersToCut: Math.max(...group.map((item) => item.count.toCut)),
  });
}

/** The boards of a part from the top down, as measured for the run. */
function pliesOf(
  { woodId, thickness, gluedTo }: Part,
  measured: readonly MeasuredThickness[],
  where: string,
): Result<[WoodPly, ...WoodPly[]], PlanFault> {
  const plyOf = (ply: Ply): Result<WoodPly, PlanFault> => {
    const wood = woodById(ply.woodId);
    if (!wood) return err(unknownWood(ply.woodId, where));
    const nominalMm = ply.thickness.mm;
    const typed = measured.find((m) => m.woodId === wood.id && toNm(m.nominalMm) === toNm(nominalMm));
    return ok({ wood, nominalMm, thicknessMm: typed?.measured.mm ?? nominalMm });
  };
  const top = plyOf({ woodId, thickness });
  if (!top.ok) return top;
  const plies: [WoodPly, ...WoodPly[]] = [top.value];
  for (const ply of gluedTo.map(plyOf)) {
    if (!ply.ok) return ply;
    plies.push(ply.value);
  }
  return ok(plies);
}

function flushSides(group: readonly CountedPart[], { minX, minY, maxX, maxY }: Box): Gang['flush'] {
  const on = (a: number, b: number, sides: readonly number[]): boolean =>
    sides.some((side) => Math.abs(a - side) < TOUCHING && Math.abs(b - side) < TOUCHING);
  const datums = group.flatMap(({ part }) => part.datum ?? []);
  return {
    across: datums.some(({ from, to }) => on(from.x, to.x, [minX, maxX])) ? 1 : 0,
    up: datums.some(({ from, to }) => on(from.y, to.y, [minY, maxY])) ? 1 : 0,
  };
}

const gangCuts = ({ part, siblings }: CountedPart): GangCut[] =>
  shapesOfCuts(part, siblings).map((shape) => ({
    ...shape,
    partId: part.id,
    rule: ruleOf(part, shape.cutId),
    wants: wantsOf(part, shape.cutId),
  }));

/** What a cut is by its drawing alone. */
type CutShape = Pick<GangCut, 'cutId' | 'kind' | 'path' | 'measure' | 'kept' | 'openingMm'>;

/** By the parts of a template, which never change: planning a run again after an edit measures nothing anew. */
const known = new WeakMap<readonly Part[], Map<string, readonly CutShape[]>>();

function shapesOfCuts(part: Part, siblings: readonly Part[]): readonly CutShape[] {
  const ofParts = known.get(siblings) ?? new Map<string, readonly CutShape[]>();
  known.set(siblings, ofParts);
  const before = ofParts.get(part.id);
  if (before) return before;
  const shape = shapeOfPart(part, siblings);
  const found = cutsOf(part).map(({ cut: { id, path }, kind }): CutShape => {
    const kept = kind === 'inside' ? keptIn(path, shape) : [];
    const openingMm = kind === 'inside' ? openingRoom(path, kept) : null;
    return { cutId: id, kind, path, measure: measureCut(path, kind), kept, openingMm };
  });
  ofParts.set(part.id, found);
  return found;
}

const unknownWood = (woodId: string, where: string): PlanFault => ({
  kind: 'unknown-wood',
  message: `There is no wood called "${woodId}".`,
  where,
  hint: 'Open the template and choose the wood of this part again.',
});
