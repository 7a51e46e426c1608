import { ringOf, ringsAround } from '../geometry';
import type { WorkToSaw } from './line';

/** Of each line the places of the inside cuts whose piece it lies in: they are sawn after it, for then that piece has fallen out. */
export type Enclosing = readonly (readonly number[])[];

export const enclosing = ({ lines }: Pick<WorkToSaw, 'lines'>): Enclosing =>
  ringsAround(lines.map(({ points }) => ringOf(points))).map((around) =>
    around.filter((i) => lines[i]?.kind === 'inside'),
  );

/** True where an order saws nothing in a piece that has fallen out before. */
export const keepsPieces = (order: readonly number[], around: Enclosing): boolean =>
  order.every((line, n) => !(around[line] ?? []).some((outer) => order.slice(0, n).includes(outer)));

/** Lines in turns: what encloses nothing of the others, then what encloses only such lines, and so on. */
export function fromWithin(own: readonly number[], around: Enclosing): number[][] {
  const turns: number[][] = [];
  let left = [...own];
  while (left.length > 0) {
    const enclosed = new Set(left.flatMap((line) => around[line] ?? []));
    const next = left.filter((line) => !enclosed.has(line));
    turns.push(next);
    left = left.filter((line) => enclosed.has(line));
  }
  return turns;
}
