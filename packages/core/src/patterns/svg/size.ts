import { err, ok, type Result } from '../../result';
import { MM_PER_INCH } from '../../units';
import type { ReadFault } from '../fault';
import type { SvgElement } from './tree';
import { viewBoxOf } from './view-box';

/** CSS absolute units in mm. `px` and bare numbers are not among them: programs differ on how many make an inch. */
const PHYSICAL_MM: Readonly<Record<string, number>> = {
  in: MM_PER_INCH,
  cm: 10,
  mm: 1,
  q: 0.25,
  pt: MM_PER_INCH / 72,
  pc: MM_PER_INCH / 6,
};

const CSS_PX_MM = MM_PER_INCH / 96;

/** What a unit of a drawing without a physical size may be worth: programs write 96, 90 or 72 to the inch. */
export const UNITS_PER_INCH = [96, 90, 72] as const;

const DIMENSION = /^\s*([+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?)\s*([a-z%]*)\s*$/i;

/** A length attribute in user units; physical units count 96 to the inch, as CSS has it. NaN where unreadable. */
export function userUnits(text: string | undefined, whenMissing = 0): number {
  if (text === undefined) return whenMissing;
  const [, figure, unit = ''] = DIMENSION.exec(text) ?? [];
  if (figure === undefined) return NaN;
  const perUnit = PHYSICAL_MM[unit.toLowerCase()];
  return Number(figure) * (perUnit === undefined ? 1 : perUnit / CSS_PX_MM);
}

/** The size a percentage is a share of, in user units. */
export interface Viewport {
  readonly width: number;
  readonly height: number;
}

/** A length in user units, or a share of a whole in per cent. NaN where unreadable. */
export const share = (text: string | undefined, whole: number, whenMissing = 0): number =>
  text?.trim().endsWith('%') ? (Number.parseFloat(text) / 100) * whole : userUnits(text, whenMissing);

/** True where both sides give a physical size and the two differ in scale by more than a hundredth. */
export function sidesDisagree(root: SvgElement): boolean {
  const { width, height, preserveAspectRatio } = root.attributes;
  const box = viewBoxOf(root.attributes);
  const [wide, tall] = [physicalMm(width), physicalMm(height)];
  if (!box || wide === null || tall === null || preserveAspectRatio === undefined) return false;
  return preserveAspectRatio.trim() === 'none' && Math.abs(wide / box[2] / (tall / box[3]) - 1) > 0.01;
}

/**
 * How many mm one user unit of the drawing is, or null where the drawing gives no physical size.
 * With both sides given the smaller scale counts (the drawing is fitted whole), or the larger where it is to fill them. Error: a view box without a size.
 */
export function mmPerUserUnit(root: SvgElement): Result<number | null, ReadFault> {
  const { width, height, viewBox, preserveAspectRatio } = root.attributes;
  const sides = [physicalMm(width), physicalMm(height)];
  if (viewBox === undefined) return ok(sides.some((side) => side !== null) ? CSS_PX_MM : null);
  const box = viewBoxOf(root.attributes);
  if (!box) {
    return err({
      kind: 'unreadable-size',
      message: 'The drawing says how large it is in a way that cannot be read.',
      where: `viewBox="${viewBox.slice(0, 80)}"`,
      hint: 'A viewBox is four numbers, the last two above zero. Save the drawing again from your drawing program.',
    });
  }
  const [, , boxWidth, boxHeight] = box;
  const scales = sides.flatMap((side, i) => (side === null ? [] : [side / (i === 0 ? boxWidth : boxHeight)]));
  return ok(
    scales.length === 0 ? null : (/\bslice\b/.test(preserveAspectRatio ?? '') ? Math.max : Math.min)(...scales),
  );
}

function physicalMm(text: string | undefined): number | null {
  const [, figure, unit = ''] = DIMENSION.exec(text ?? '') ?? [];
  const perUnit = PHYSICAL_MM[unit.toLowerCase()];
  const mm = Number(figure) * (perUnit ?? NaN);
  return Number.isFinite(mm) && mm > 0 ? mm : null;
}
