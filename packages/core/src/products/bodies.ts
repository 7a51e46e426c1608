import {
  boxMiddle,
  IDENTITY,
  inOrder,
  moved,
  movePath,
  pathBox,
  turnsOver,
  undo,
  type Affine,
  type Point,
} from '../geometry';
import { err, ok, type Fault, type Result } from '../result';
import { ruleOf, withRule } from './cut-rule';
import { isSameCut, isSameHole, placeOn } from './same-outline';
import { saidRenamed } from './said-by-id';
import { cutsOf, type Body, type DrilledHole, type Part, type PartCut, type Template } from './template';

export type LayerFeatureKind = 'inside' | 'through' | 'hole';

/** A cut or hole that layers of a body have in the same place of the wood. */
export interface LayerFeature {
  readonly kind: LayerFeatureKind;
  /** Its id in each layer, from the front; null where the layer has it not. */
  readonly ids: readonly (string | null)[];
}

export type BodyFault = Fault<'missing-layer' | 'other-outline' | 'in-no-layer'>;

/** A layer of a body with where it lies in the frame of the first. */
interface PlacedLayer {
  readonly part: Part;
  readonly at: Affine;
}

/** A feature on its way: the ids that are known so far, and the layer that brought it. */
interface OpenFeature {
  readonly kind: LayerFeatureKind;
  readonly ids: (string | null)[];
  readonly first: number;
}

const comparedCuts = (part: Part) =>
  cutsOf(part).map(({ cut, kind }) => ({ kind, path: cut.path, rule: ruleOf(part, cut.id), cut }));

/** The layers of a body laid on its first. Errors: a part that is gone, an outline that is another. */
function placedLayers({ parts }: Pick<Template, 'parts'>, body: Body): Result<PlacedLayer[], BodyFault> {
  const layers: PlacedLayer[] = [];
  for (const [i, id] of body.layers.entries()) {
    const part = parts.find((one) => one.id === id);
    const where = `${body.name}, layer ${String(i + 1)}`;
    if (!part)
      return err({
        kind: 'missing-layer',
        message: 'The part of this layer is not there any more.',
        where,
        hint: 'Take the body apart and make it anew, or undo until the part is there again.',
      });
    const first = layers[0]?.part ?? part;
    const at = placeOn(comparedCuts(part), comparedCuts(first));
    if (!at)
      return err({
        kind: 'other-outline',
        message: `${part.name} has another outline than ${first.name}, so they cannot be layers of one body.`,
        where,
        hint: 'Take the body apart and make it anew, or draw both with the same outline.',
      });
    layers.push({ part, at });
  }
  return ok(layers);
}

/**
 * What the layers of a body have within their outline: every cut and hole once, with the layers that have it; by kind and by place
 * from the top left, so that one keeps its line whichever layers have it. Errors: see {@link placedLayers}.
 */
export function featuresOfBody(template: Pick<Template, 'parts'>, body: Body): Result<LayerFeature[], BodyFault> {
  const placed = placedLayers(template, body);
  if (!placed.ok) return placed;
  const layers = placed.value;
  const features: OpenFeature[] = [];
  layers.forEach(({ part, at }, i) => {
    const note = (
      kind: LayerFeatureKind,
      id: string,
      isSame: (first: PlacedLayer, id: string, move: Affine) => boolean,
    ) => {
      const known = features.find((feature) => {
        const first = layers[feature.first];
        const other = feature.ids[feature.first];
        if (feature.kind !== kind || feature.ids[i] !== null || !first || !other) return false;
        return isSame(first, other, inOrder(at, undo(first.at)));
      });
      if (known) known.ids[i] = id;
      else features.push({ kind, ids: layers.map((_layer, k) => (k === i ? id : null)), first: i });
    };
    for (const { cut, kind, path, rule } of comparedCuts(part))
      if (kind !== 'outside')
        note(kind, cut.id, (first, other, move) => {
          const drawn = comparedCuts(first.part).find((one) => one.cut.id === other);
          return drawn !== undefined && isSameCut({ kind, path, rule }, drawn, move);
        });
    for (const hole of part.holes)
      note('hole', hole.id, (first, other, move) => {
        const drawn = first.part.holes.find(({ id }) => id === other);
        return drawn !== undefined && isSameHole(hole, drawn, move);
      });
  });
  const ordered = features.map((feature) => ({ feature, at: placeOf(feature, layers) }));
  return ok(
    ordered
      .sort(
        (a, b) =>
          KIND_ORDER.indexOf(a.feature.kind) - KIND_ORDER.indexOf(b.feature.kind) ||
          Math.round(b.at.y) - Math.round(a.at.y) ||
          a.at.x - b.at.x,
      )
      .map(({ feature: { kind, ids } }) => ({ kind, ids })),
  );
}

const KIND_ORDER: readonly LayerFeatureKind[] = ['inside', 'through', 'hole'];

/** The middle of a feature in the frame of the first layer. */
function placeOf({ ids, first }: OpenFeature, layers: readonly PlacedLayer[]): Point {
  const layer = layers[first];
  const cut = layer && comparedCuts(layer.part).find((one) => one.cut.id === ids[first]);
  const hole = layer?.part.holes.find(({ id }) => id === ids[first]);
  const middle = cut ? boxMiddle(pathBox(cut.path)) : { x: 0, y: 0 };
  return moved(layer?.at ?? IDENTITY, hole?.center ?? middle);
}

/**
 * The template with a feature of a body in just the layers that are wanted. A part that is several layers of which only some
 * shall have it becomes two parts. `newId` makes ids for what is new. Errors: see {@link featuresOfBody}; a cut that no layer would
 * have, for it would be gone without a word.
 */
export function giveToLayers(
  template: Template,
  bodyId: string,
  feature: LayerFeature,
  wanted: readonly boolean[],
  newId: () => string,
): Result<Template, BodyFault> {
  const body = template.bodies.find(({ id }) => id === bodyId);
  if (!wanted.includes(true))
    return err({
      kind: 'in-no-layer',
      message: 'A cut stays in one layer at least.',
      where: body?.name ?? '',
      hint: 'To be rid of it, shape the drawing again.',
    });
  if (!body) throw new RangeError(`the template has no body ${bodyId}`);
  const placed = placedLayers(template, body);
  if (!placed.ok) return placed;
  const source = feature.ids.findIndex((id) => id !== null);
  const from = placed.value[source];
  const sourceId = feature.ids[source];
  if (!from || !sourceId) throw new RangeError('a feature is in at least one layer');
  const split = splitParts(template, body, wanted, newId);
  const layers = split.bodies.find(({ id }) => id === bodyId)?.layers ?? [];
  const parts = split.parts.map((part): Part => {
    const layer = layers.indexOf(part.id);
    const at = placed.value[layer]?.at;
    if (layer < 0 || !at) return part;
    const own = feature.ids[layer] ?? null;
    if (wanted[layer] === (own !== null)) return part;
    // Of a part that was split off, ids are new: what it has in that place goes by its place.
    return own === null
      ? withFeature(part, from.part, sourceId, inOrder(from.at, undo(at)), newId)
      : withoutFeature(part, from.part, sourceId, inOrder(from.at, undo(at)));
  });
  return ok({ ...split, parts });
}

/** A part of several layers of which only some are wanted gets a copy for those that differ from its first. */
function splitParts(template: Template, body: Body, wanted: readonly boolean[], newId: () => string): Template {
  let { parts } = template;
  const layers = [...body.layers];
  for (const id of new Set(body.layers)) {
    const own = body.layers.flatMap((layer, i) => (layer === id ? [i] : []));
    const others = own.filter((i) => wanted[i] !== wanted[own[0] ?? 0]);
    const part = parts.find((one) => one.id === id);
    if (others.length === 0 || !part) continue;
    const renewed = <T extends { readonly id: string }>(item: T): T => ({ ...item, id: newId() });
    const copy: Part = {
      ...part,
      id: newId(),
      name: `${part.name} B`,
      perCopy: others.length,
      outline: renewed(part.outline),
      insideCuts: part.insideCuts.map(renewed),
      throughCuts: part.throughCuts.map(renewed),
      holes: part.holes.map(renewed),
      marks: part.marks.map(renewed),
    };
    const linesOf = (one: Part): PartCut[] => cutsOf(one).map(({ cut }) => cut);
    const renamed: Part = {
      ...copy,
      cutRules: saidRenamed(part.cutRules, linesOf(part), linesOf(copy)),
      cutWants: saidRenamed(part.cutWants, linesOf(part), linesOf(copy)),
      holeUses: saidRenamed(part.holeUses, part.holes, copy.holes),
    };
    for (const i of others) layers[i] = renamed.id;
    const left = { ...part, perCopy: Math.max(0, part.perCopy - others.length) };
    parts = parts.flatMap((one) => (one.id === id ? [left, renamed] : [one]));
  }
  return { ...template, parts, bodies: template.bodies.map((one) => (one.id === body.id ? { ...one, layers } : one)) };
}

function withFeature(part: Part, from: Part, id: string, move: Affine, newId: () => string): Part {
  const put = (cut: PartCut): PartCut => ({ ...cut, id: newId(), path: movePath(cut.path, move) });
  const add = (cuts: readonly PartCut[], drawn: readonly PartCut[]): PartCut[] => [
    ...cuts,
    ...drawn.filter((cut) => cut.id === id).map(put),
  ];
  const holes = from.holes.filter((hole) => hole.id === id);
  const known = new Set(cutsOf(part).map(({ cut }) => cut.id));
  const given: Part = {
    ...part,
    insideCuts: add(part.insideCuts, from.insideCuts),
    throughCuts: add(part.throughCuts, from.throughCuts),
    holes: [
      ...part.holes,
      ...holes.map((hole): DrilledHole => ({ ...hole, id: newId(), center: moved(move, hole.center) })),
    ],
  };
  const rule = ruleOf(from, id);
  const own = turnsOver(move) ? { ...rule, tiltDegrees: -rule.tiltDegrees || 0 } : rule;
  const fresh = cutsOf(given).filter(({ cut }) => !known.has(cut.id));
  const wants = Object.fromEntries(
    fresh.flatMap(({ cut }) => (from.cutWants[id] ? [[cut.id, from.cutWants[id]]] : [])),
  );
  return fresh.reduce((all, { cut }) => withRule(all, cut.id, own), {
    ...given,
    cutWants: { ...given.cutWants, ...wants },
  });
}

function withoutFeature(part: Part, from: Part, id: string, move: Affine): Part {
  const hole = from.holes.find((one) => one.id === id);
  const drawn = comparedCuts(from).find(({ cut }) => cut.id === id);
  const isIt =
    (kind: 'inside' | 'through') =>
    (cut: PartCut): boolean =>
      drawn !== undefined && isSameCut(drawn, { kind, path: cut.path, rule: ruleOf(part, cut.id) }, move);
  return {
    ...part,
    insideCuts: part.insideCuts.filter((cut) => !isIt('inside')(cut)),
    throughCuts: part.throughCuts.filter((cut) => !isIt('through')(cut)),
    holes: part.holes.filter((one) => !hole || !isSameHole(hole, one, move)),
  };
}

/** Parts that may be layers of one body with a part: those whose outline is the same, itself among them. */
export const sameOutlineAs = (part: Part, parts: readonly Part[]): Part[] =>
  parts.filter((one) => one.id === part.id || placeOn(comparedCuts(one), comparedCuts(part)) !== null);

/** The move that lays each layer of a body on its first, for a picture; as drawn where its outline is another. */
export function layerMoves(template: Pick<Template, 'parts'>, body: Body): Affine[] {
  const placed = placedLayers(template, body);
  return placed.ok ? placed.value.map(({ at }) => at) : body.layers.map(() => IDENTITY);
}
