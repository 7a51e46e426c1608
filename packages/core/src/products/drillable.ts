import { circleDrawn } from '../geometry';
import { bitFor } from '../patterns';
import { PLAIN_CUT, ruleOf } from './cut-rule';
import type { Part, PartCut } from './template';

/** An opening that a bit makes in one go. */
export interface Drillable {
  readonly cutId: string;
  /** mm. */
  readonly bitMm: number;
}

/** A round opening this near the size of a bit is its hole, mm. */
const NEAR_A_BIT = 0.05;

/**
 * The round openings of a part that a bit makes: sawn square on their line, with nothing in them kept. `bitsMm` are the shop's, or null
 * where nobody has said which there are: then usual sizes count.
 */
export function drillableCuts(part: Part, bitsMm: readonly number[] | null): Drillable[] {
  return part.insideCuts.flatMap((cut) => {
    const bitMm = bitThatMakes(cut, bitsMm);
    const { line, tiltDegrees, kept } = ruleOf(part, cut.id);
    const isPlain = line === PLAIN_CUT.line && tiltDegrees === PLAIN_CUT.tiltDegrees && kept === PLAIN_CUT.kept;
    return bitMm !== null && isPlain ? [{ cutId: cut.id, bitMm }] : [];
  });
}

function bitThatMakes({ path }: PartCut, bitsMm: readonly number[] | null): number | null {
  const circle = circleDrawn(path);
  if (!circle) return null;
  if (bitsMm === null) return bitFor({ path });
  return bitsMm.find((bit) => Math.abs(bit - 2 * circle.radius) <= NEAR_A_BIT) ?? null;
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
