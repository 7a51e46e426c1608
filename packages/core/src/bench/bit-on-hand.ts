import type { Bit } from '../planning';
import { snapMm } from '../units';
import type { DrillPlace } from './drill-card';

/** What drilling with the proposed bit comes to. */
export interface BitProposal {
  /** null where no bit at hand will do. */
  readonly bit: Bit | null;
  /** Larger than wanted, mm; below 0 smaller. */
  readonly byMm: number;
  /** True where so large a hole would be made with another kind of bit than the one at hand. */
  readonly wantsForstner: boolean;
}

/** Sizes that differ by less are one size, mm: a sixty-fourth of an inch is 0.4. */
const SAME_SIZE = 0.1;
/** A dowel that is fixed stands in a hole that is larger by no more than this, mm (common practice). */
const LOOSEST_TIGHT = 0.2;
/** From this size on a Forstner bit (common practice: five eighths of an inch). */
const FORSTNER_FROM = 15.8;

type Wanted = Pick<DrillPlace, 'kind' | 'diameterMm' | 'fit' | 'roomMm'>;

/**
 * The bit at hand that works for a hole, the nearest that does: for the blade any that lets it through and has room; for what turns
 * a larger one before a smaller; for what is fixed none that lets it rattle, while there is a smaller one.
 */
export function bitOnHand(wanted: Wanted, bits: readonly Bit[]): BitProposal {
  const { diameterMm } = wanted;
  const large = diameterMm >= FORSTNER_FROM;
  const rank = (bit: Bit): number => {
    const by = snapMm(bit.diameter.mm - diameterMm);
    const size = Math.abs(by) < SAME_SIZE ? 0 : Math.abs(by) + penalty(wanted, by);
    return size + (large && bit.kind !== 'forstner' ? SAME_SIZE / 2 : 0);
  };
  const fitting = bits.filter((bit) => mayBe(wanted, snapMm(bit.diameter.mm - diameterMm)));
  const best = fitting.reduce<Bit | null>(
    (least, bit) => (least === null || rank(bit) < rank(least) ? bit : least),
    null,
  );
  if (best === null) return { bit: null, byMm: 0, wantsForstner: false };
  const by = snapMm(best.diameter.mm - diameterMm);
  return { bit: best, byMm: Math.abs(by) < SAME_SIZE ? 0 : by, wantsForstner: large && best.kind !== 'forstner' };
}

/** Further off than this a hole is another hole, mm. */
const FURTHEST_OFF = 2;

function mayBe({ kind, diameterMm, roomMm }: Wanted, by: number): boolean {
  if (kind === 'entry') return by > -SAME_SIZE && diameterMm + by <= roomMm + SAME_SIZE;
  return Math.abs(by) <= FURTHEST_OFF;
}

/** What is on the wrong side is taken only where nothing is on the right one. */
const penalty = ({ fit }: Wanted, by: number): number =>
  (fit === 'tight' && by > LOOSEST_TIGHT) || (fit === 'loose' && by < 0) ? FURTHEST_OFF : 0;
