import { circlePath, flatten, ringOf, ringsAround } from '../../geometry';
import { cutsOf } from '../../products';
import type { ExpectedGang } from './expected';

/** What lies in the piece that an inside cut frees: a cut or hole, and that cut, by their ids. */
interface Nested {
  readonly inner: string;
  readonly outer: string;
}

const known = new WeakMap<ExpectedGang, Nested[]>();

/** What lies in the pieces that inside cuts free: ids of a cut or hole, and of such a cut. Looked for once. */
export function nestedIn(gang: ExpectedGang): Nested[] {
  const found = known.get(gang) ?? lookForNested(gang);
  known.set(gang, found);
  return found;
}

function lookForNested({ parts }: ExpectedGang): Nested[] {
  const lines = parts.flatMap((part) => [
    ...cutsOf(part).map(({ cut, kind }) => ({ id: cut.id, ring: ringOf(flatten(cut.path)), frees: kind === 'inside' })),
    ...part.holes.map(({ id, center, diameterMm }) => ({
      id,
      ring: ringOf(flatten(circlePath(center, diameterMm / 2))),
      frees: false,
    })),
  ]);
  return ringsAround(lines.map(({ ring }) => ring)).flatMap((around, i) =>
    around.flatMap((k) => {
      const [inner, outer] = [lines[i], lines[k]];
      return inner && outer?.frees ? [{ inner: inner.id, outer: outer.id }] : [];
    }),
  );
}

/** Where one thing lies in another, or several parts on a blank are tilted, layers may have to be sawn alone to keep to the order. */
export const isEntangled = (own: readonly ExpectedGang[]): boolean =>
  own.some((gang) => {
    const isTilted = gang.parts.some(({ cutRules }) => Object.values(cutRules).some((rule) => rule.tiltDegrees !== 0));
    return nestedIn(gang).length > 0 || (gang.parts.length > 1 && isTilted);
  });
