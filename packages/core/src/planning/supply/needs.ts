import { toNm } from '../../units';
import { blanksOf, gangName, gangOfLayer } from '../blanks';
import type { Plan } from '../model/plan';
import type { PlannedRod } from '../model/rod';
import type { NeededBlank, WoodNeeds } from '../model/supply';

/** Blanks of passes still to saw, one for each layer, and strips to be ripped, by wood and thickness. */
export function woodNeeds(plan: Plan, strips: readonly PlannedRod[]): WoodNeeds[] {
  const groups = new Map<string, WoodNeeds & { readonly blanks: NeededBlank[] }>();
  const add = (of: Omit<WoodNeeds, 'blanks'>, blank: Omit<NeededBlank, 'nth'>, count: number, first = 0): void => {
    if (count === 0) return;
    const own = `${of.woodId} ${String(toNm(of.thicknessMm))}`;
    const group = groups.get(own) ?? { ...of, blanks: [] };
    for (let nth = first; nth < first + count; nth++) group.blanks.push({ ...blank, nth });
    groups.set(own, group);
  };
  for (const stack of plan.stacks) {
    let first = 0;
    for (const { gangKey, length, width, count, passes } of blanksOf(stack)) {
      const gang = gangOfLayer(`${gangKey}.0`, stack);
      const { templateId, plies, grain } = gang;
      const own = { stackKey: stack.key, gangKey, templateId, name: gangName(gang), turnable: grain === 'any' };
      // Boards that are glued up are blanks of their own, each with its number among those of the stack.
      plies.forEach(({ wood, nominalMm, thicknessMm }, ply) => {
        const boards = { ply, plies: plies.length };
        const blank = { ...own, ...boards, length, width, layers: passes };
        add({ woodId: wood.id, nominalMm, thicknessMm }, blank, count, first);
        first += count;
      });
    }
  }
  for (const { rodId, templateId, name, woodId, thicknessMm, widthMm, lengthMm: length, count } of strips) {
    const size = { length, width: widthMm ?? thicknessMm, turnable: false, layers: 1, ply: 0, plies: 1 };
    const strip = { ...size, stackKey: rodId, gangKey: null, templateId, name };
    add({ woodId, nominalMm: thicknessMm, thicknessMm }, strip, count);
  }
  return [...groups.values()];
}
