import { turnsOver } from '../geometry';
import { featuresOfBody, giveToLayers, type BodyFault, type LayerFeatureKind } from './bodies';
import { ruleOf } from './cut-rule';
import { movesOnto } from './same-outline';
import { cutsOf, type Body, type Part, type Template } from './template';
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

/**
 * Left and right hands of a template: two parts whose outlines are the same only when one is turned over, and that are no layers of
 * a body; each part in one pair. As bodies of two layers that the template does not have.
 */
export function mirrorPairs({ parts, bodies, meant }: Template): Body[] {
  const layers = new Set(bodies.flatMap((body) => body.layers));
  const single = parts.filter(({ id, perCopy }) => perCopy > 0 && !layers.has(id));
  const paired = new Set<string>();
  return single.flatMap((left, i): Body[] => {
    const right = single.slice(i + 1).find((one) => !paired.has(one.id) && isMirror(one, left));
    if (!right || paired.has(left.id)) return [];
    paired.add(left.id).add(right.id);
    return [
      { id: `${left.id} ${right.id}`, name: `${left.name} and ${right.name}`, layers: [left.id, right.id], meant },
    ];
  });
}

function isMirror(one: Part, other: Part): boolean {
  const compared = (part: Part) =>
    cutsOf(part).map(({ cut, kind }) => ({ kind, path: cut.path, rule: ruleOf(part, cut.id) }));
  const moves = movesOnto(compared(one), compared(other));
  return moves.length > 0 && moves.every(turnsOver);
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
