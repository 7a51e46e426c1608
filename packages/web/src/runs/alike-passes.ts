import { compareMm, gangOfLayer, type PassOnBoards, type PlannedStack } from '@rapid-jig/core';

/** Passes that come out alike, one after the other; counted from 1. */
export interface AlikePasses {
  readonly first: number;
  readonly last: number;
  readonly pass: PassOnBoards;
}

/** Passes in their order, those alike together. */
export function alikePasses(passes: readonly PassOnBoards[]): AlikePasses[] {
  const rows: AlikePasses[] = [];
  passes.forEach((pass, i) => {
    const before = rows[rows.length - 1];
    const isSame = before?.pass.layersMm.every((mm, k) => compareMm(mm, pass.layersMm[k] ?? 0) === 0) ?? false;
    if (before && isSame) rows[rows.length - 1] = { ...before, last: i + 1 };
    else rows.push({ first: i + 1, last: i + 1, pass });
  });
  return rows;
}

/** True of a pass whose every layer is as thick as it was reckoned. */
export const isAsReckoned = ({ layersMm }: PassOnBoards, stack: PlannedStack): boolean =>
  stack.layers.every(({ id }, i) => compareMm(layersMm[i] ?? 0, gangOfLayer(id, stack).thicknessMm) === 0);
