import { circleDrawn } from '../geometry';
import { bitFor } from '../patterns';
import { isPlain, ruleOf } from './cut-rule';
import type { Part } from './template';

/** An opening that a bit makes in one go. */
export interface Drillable {
  readonly cutId: string;
  /** mm. */
  readonly bitMm: number;
}

/**
 * The round openings of a part that a bit makes: sawn square on their line, with nothing in them kept. `bitsMm` are the shop's, or null
 * where nobody has said which there are: then usual sizes count.
 */
export function drillableCuts(part: Part, bitsMm: readonly number[] | null): Drillable[] {
  return part.insideCuts.flatMap((cut) => {
    const bitMm = bitFor(cut, bitsMm ?? undefined);
    return bitMm !== null && isPlain(ruleOf(part, cut.id)) ? [{ cutId: cut.id, bitMm }] : [];
  });
}

/** The part with an opening drilled instead of sawn, by a hole of the same id as wide as it was drawn; another cut leaves it as it is. */
export function drilledInstead(part: Part, cutId: string): Part {
  const cut = part.insideCuts.find(({ id }) => id === cutId);
  const circle = cut && circleDrawn(cut.path);
  if (!cut || !circle) return part;
  const { [cutId]: _wants, ...cutWants } = part.cutWants;
  return {
    ...part,
    insideCuts: part.insideCuts.filter((one) => one !== cut),
    holes: [...part.holes, { id: cut.id, line: cut.line, center: circle.center, diameterMm: 2 * circle.radius }],
    cutWants,
  };
}
