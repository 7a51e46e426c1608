import type { Template } from '../../products';
import type { RunLine } from '../model/input';

type Line = Pick<RunLine, 'copies' | 'variants'>;

/** Copies of each variant of a template, in its order: as the line says, else shared evenly, the first ones getting what is over. */
export function copiesByVariant({ variants }: Pick<Template, 'variants'>, line: Line): ReadonlyMap<string, number> {
  const isShared = Object.keys(line.variants).length === 0;
  const each = Math.floor(line.copies / Math.max(1, variants.length));
  const over = line.copies - each * variants.length;
  return new Map(variants.map(({ id }, i) => [id, isShared ? each + (i < over ? 1 : 0) : (line.variants[id] ?? 0)]));
}

/** How many copies of a line have a part of this variant; all of them where it is a part of every copy. */
export const copiesOfVariant = (template: Pick<Template, 'variants'>, line: Line, variantId: string | null): number =>
  variantId === null ? line.copies : (copiesByVariant(template, line).get(variantId) ?? 0);
