import { pathBox, turnsOver } from '../geometry';
import { featuresOfBody, giveToLayers, type BodyFault, type LayerFeatureKind } from './bodies';
import { PLAIN_CUT } from './cut-rule';
import { movesOnto } from './same-outline';
import type { Body, Part, Template } from './template';
import { ok, type Result } from '../result';

/** What one of two mates has and the other has not: meant, or forgotten. */
export interface MissingFeature {
  /** The body whose outer layers they are, or the two of a mirror pair as if they were one. */
  readonly body: Body;
  readonly kind: LayerFeatureKind;
  readonly hasIt: string;
  readonly lacksIt: string;
  /** Its id in the part that has it. */
  readonly id: string;
}

/**
 * Each cut or hole that is in the first or the last layer of a body and missing in its mate, and each that is in one of a mirror
 * pair and missing in the other; those that are meant are left out.
 */
export const missingFeatures = (template: Template): MissingFeature[] =>
  [...template.bodies, ...mirrorPairs(template)].flatMap((body) => missingIn(template, body));

function missingIn(template: Template, body: Body): MissingFeature[] {
  const features = featuresOfBody(template, body);
  if (!features.ok || body.layers.length < 2) return [];
  const nameOf = (place: number): string => template.parts.find(({ id }) => id === body.layers.at(place))?.name ?? '';
  return features.value.flatMap(({ kind, ids }): MissingFeature[] => {
    const [front, back] = [ids[0] ?? null, ids[ids.length - 1] ?? null];
    const id = front ?? back;
    if ((front === null) === (back === null) || id === null || body.meant.includes(id)) return [];
    const [hasIt, lacksIt] = front === null ? [nameOf(-1), nameOf(0)] : [nameOf(0), nameOf(-1)];
    return [{ body, kind, hasIt, lacksIt, id }];
  });
}

/** Parts of one outline: those that lie as the first does, and those that do so only when they are turned over. */
interface Hands {
  readonly first: Part;
  readonly same: Part[];
  readonly other: Part[];
}

/**
 * Left and right hands of a template: two parts whose outlines are the same only when one is turned over, and that are no layers of
 * a body; each part in one pair, in their order. As bodies of two layers that the template does not have.
 */
export function mirrorPairs({ parts, bodies, meant }: Template): Body[] {
  const layers = new Set(bodies.flatMap((body) => body.layers));
  // Each part is held against the first of every shape of its size, and not against every other part.
  const bySize = new Map<string, Hands[]>();
  for (const part of parts.filter(({ id, perCopy }) => perCopy > 0 && !layers.has(id))) {
    const size = sizeOf(part);
    const known = bySize.get(size) ?? [];
    bySize.set(size, known);
    if (!known.some((hands) => joins(hands, part))) known.push({ first: part, same: [part], other: [] });
  }
  return [...bySize.values()].flat().flatMap(({ same, other }) =>
    same.flatMap((left, i): Body[] => {
      const right = other[i];
      if (!right) return [];
      const name = `${left.name} and ${right.name}`;
      return [{ id: `${left.id} ${right.id}`, name, layers: [left.id, right.id], meant }];
    }),
  );
}

/** Sides of the rectangle round a part, the shorter first, in whole mm: a mirror image has the same. */
function sizeOf({ outline }: Part): string {
  const { minX, maxX, minY, maxY } = pathBox(outline.path);
  return [maxX - minX, maxY - minY]
    .map(Math.round)
    .sort((a, b) => a - b)
    .join(' ');
}

/** Puts a part with those of its outline; false where its outline is another. */
function joins({ first, same, other }: Hands, part: Part): boolean {
  const outlineOf = ({ outline }: Part) => [{ kind: 'outside' as const, path: outline.path, rule: PLAIN_CUT }];
  const moves = movesOnto(outlineOf(part), outlineOf(first));
  if (moves.length === 0) return false;
  (moves.every(turnsOver) ? other : same).push(part);
  return true;
}

/** The template with a missing feature in both mates. Errors: see {@link giveToLayers}. */
export function giveToBoth(
  template: Template,
  { body, id }: MissingFeature,
  newId: () => string,
): Result<Template, BodyFault> {
  const isKnown = template.bodies.some((one) => one.id === body.id);
  const within = isKnown ? template : { ...template, bodies: [...template.bodies, body] };
  const features = featuresOfBody(within, body);
  if (!features.ok) return features;
  const feature = features.value.find(({ ids }) => ids.includes(id));
  if (!feature) return ok(template);
  const last = feature.ids.length - 1;
  const wanted = feature.ids.map((own, i) => own !== null || i === 0 || i === last);
  const given = giveToLayers(within, body.id, feature, wanted, newId);
  return given.ok ? ok({ ...given.value, bodies: isKnown ? given.value.bodies : template.bodies }) : given;
}

/** The template with a missing feature told to be meant. */
export const asMeant = (template: Template, { body, id }: MissingFeature): Template =>
  template.bodies.some((one) => one.id === body.id)
    ? {
        ...template,
        bodies: template.bodies.map((one) => (one.id === body.id ? { ...one, meant: [...one.meant, id] } : one)),
      }
    : { ...template, meant: [...template.meant, id] };
