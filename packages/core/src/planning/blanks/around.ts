import { circlePath, flatten, ringOf, ringsAround } from '../../geometry';
import { cutsOf, type Part } from '../../products';

/** Lines are followed this closely to see what lies in which, mm. */
const CLOSE_ENOUGH = 0.1;

/** By the outline of the first part of a blank, then by all its parts: drawings never change. */
const known = new WeakMap<Part['outline'], Map<string, ReturnType<typeof lookAround>>>();

/** Of all cuts and holes of a blank that lie in the piece an inside cut frees the ids of such cuts, by their own id. */
export function cutsAround(parts: readonly Part[]): Readonly<Record<string, readonly string[]>> {
  const [first] = parts;
  if (!first) return {};
  const own = known.get(first.outline) ?? new Map<string, ReturnType<typeof lookAround>>();
  known.set(first.outline, own);
  const key = parts.map(({ id }) => id).join(' ');
  const found = own.get(key) ?? lookAround(parts);
  own.set(key, found);
  return found;
}

function lookAround(parts: readonly Part[]): Readonly<Record<string, readonly string[]>> {
  const lines = parts.flatMap((part) => [
    ...cutsOf(part).map(({ cut, kind }) => ({ id: cut.id, path: cut.path, frees: kind === 'inside' })),
    ...part.holes.map(({ id, center, diameterMm }) => ({ id, path: circlePath(center, diameterMm / 2), frees: false })),
  ]);
  if (!lines.some(({ frees }) => frees)) return {};
  const outer = ringsAround(lines.map(({ path }) => ringOf(flatten(path, CLOSE_ENOUGH))));
  return Object.fromEntries(
    lines.flatMap(({ id }, i) => {
      const around = (outer[i] ?? []).flatMap((place) => (lines[place]?.frees ? [lines[place].id] : []));
      return around.length > 0 ? [[id, around]] : [];
    }),
  );
}
