import { toNm } from '../../units';
import { gangName } from '../gangs';
import type { Plan } from '../plan';
import type { PlannedRod } from '../rods';

/** One blank to be cut. */
export interface NeededBlank {
  readonly stackKey: string;
  /** Which of the blanks of that stack, from 0. */
  readonly nth: number;
  readonly templateId: string;
  readonly name: string;
  /** mm. */
  readonly length: number;
  readonly width: number;
  readonly turnable: boolean;
}

/** All blanks of one wood and thickness. */
export interface WoodNeeds {
  readonly woodId: string;
  readonly nominalMm: number;
  readonly thicknessMm: number;
  readonly blanks: readonly NeededBlank[];
}

/** Blanks of passes still to saw, one for each layer, and strips to be ripped, by wood and thickness. */
export function woodNeeds({ stacks }: Plan, strips: readonly PlannedRod[]): WoodNeeds[] {
  const groups = new Map<string, WoodNeeds & { readonly blanks: NeededBlank[] }>();
  const add = (
    woodId: string,
    nominalMm: number,
    thicknessMm: number,
    count: number,
    blank: Omit<NeededBlank, 'nth'>,
  ) => {
    if (count === 0) return;
    const own = `${woodId} ${String(toNm(thicknessMm))}`;
    const group = groups.get(own) ?? { woodId, nominalMm, thicknessMm, blanks: [] };
    for (let nth = 0; nth < count; nth++) group.blanks.push({ ...blank, nth });
    groups.set(own, group);
  };
  for (const { key, gang, blank, layers, passesToCut } of stacks) {
    add(gang.wood.id, gang.nominalMm, gang.thicknessMm, layers * passesToCut, {
      stackKey: key,
      templateId: gang.templateId,
      name: gangName(gang),
      length: blank.length,
      width: blank.width,
      turnable: gang.grain === 'any',
    });
  }
  for (const { rodId, templateId, name, woodId, thicknessMm, widthMm, lengthMm, count } of strips) {
    const strip = {
      stackKey: rodId,
      templateId,
      name,
      length: lengthMm,
      width: widthMm ?? thicknessMm,
      turnable: false,
    };
    add(woodId, thicknessMm, thicknessMm, count, strip);
  }
  return [...groups.values()];
}
