import { ringOf, ringsAround } from '../geometry';
import type { WorkToSaw } from './line';

/** Of each line the places of the inside cuts whose piece it lies in: they are sawn after it, for then that piece has fallen out. */
export type Enclosing = readonly (readonly number[])[];

export const enclosing = ({ lines }: Pick<WorkToSaw, 'lines'>): Enclosing =>
  ringsAround(lines.map(({ points }) => ringOf(points))).map((around) =>
    around.filter((i) => lines[i]?.kind === 'inside'),
  );

/** Lines that an order saws in a piece which has fallen out before, in its order. */
export function fallenOut(order: readonly number[], around: Enclosing): number[] {
  const sawn = new Set<number>();
  return order.filter((line) => {
    const isLate = (around[line] ?? []).some((outer) => sawn.has(outer));
    sawn.add(line);
    return isLate;
  });
}

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
