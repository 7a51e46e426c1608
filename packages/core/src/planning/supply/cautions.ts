import type { CutStep } from '../../layout';
import { fromNm, inches } from '../../units';
import type { BoardPlan } from '../model/supply';

/** What can hurt at a step of cutting boards to blanks. */
export type CutCaution = 'thin-rip' | 'short-rip' | 'short-crosscut' | 'hold-for-jigsaw';
/** And at milling them. */
export type MillingCaution = 'thin-or-short-to-plane' | 'tall-resaw';

/** All of these are common practice, no published source; the machine's manual says its own. mm. */
const THIN_RIP = inches(3);
const SHORT_RIP = inches(12);
const SHORT_CROSSCUT = inches(6);
const THIN_TO_PLANE = inches(1 / 4);
const SHORT_TO_PLANE = inches(12);
const TALL_TO_RESAW = inches(3);

/** The caution that belongs to a cut, the gravest one; null where it is an ordinary one. */
export function cutCaution(step: CutStep): CutCaution | null {
  if (step.axis === 'jigsaw') return 'hold-for-jigsaw';
  const { axis, settingNm, inHandNm } = step;
  const setting = fromNm(settingNm);
  if (axis === 'crosscut')
    return Math.min(setting, fromNm(inHandNm.least) - setting) < SHORT_CROSSCUT ? 'short-crosscut' : null;
  if (fromNm(inHandNm.least) < SHORT_RIP) return 'short-rip';
  // What is measured off runs between the fence and the blade.
  return setting < THIN_RIP ? 'thin-rip' : null;
}

/** The cautions that belong to milling a board to a thickness, mm. */
export function millingCautions({ way, length, width }: BoardPlan, thicknessMm: number): MillingCaution[] {
  const { kind } = way.way;
  if (kind === 'ready') return [];
  const planed = thicknessMm < THIN_TO_PLANE || length < SHORT_TO_PLANE;
  return [
    ...(kind === 'resaw' && width > TALL_TO_RESAW ? (['tall-resaw'] as const) : []),
    ...(planed ? (['thin-or-short-to-plane'] as const) : []),
  ];
}
