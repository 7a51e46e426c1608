import type { Blade, BladeChoice } from '../../blades';
import type { GangCut } from '../model/stack';
import type { PhaseOutline } from '../phases';

/** A cut of some members in a phase, with the blades that serve it, the best first. */
export interface OpenChoice {
  readonly phase: PhaseOutline;
  readonly cuts: readonly GangCut[];
  readonly ranked: readonly BladeChoice[];
}

/** A cut with the blade it gets. */
export interface SettledCut extends Omit<OpenChoice, 'ranked'> {
  readonly choice: BladeChoice;
}

/** One blade for the whole stack where one serves every cut; else one for each phase where one does; else the first choices. */
export function settleBlades(open: readonly OpenChoice[]): SettledCut[] {
  const whole = settledWithOne(open);
  if (whole) return whole;
  return [...new Set(open.map(({ phase }) => phase))].flatMap((phase) => {
    const own = open.filter((one) => one.phase === phase);
    return (
      settledWithOne(own) ?? own.flatMap(({ cuts, ranked }) => (ranked[0] ? [{ phase, cuts, choice: ranked[0] }] : []))
    );
  });
}

/** All with the one blade that serves every cut and is first choice for the longest line; null where none does. */
function settledWithOne(open: readonly OpenChoice[]): SettledCut[] | null {
  const lengthAsFirst = (blade: Blade): number =>
    open.reduce(
      (sum, { cuts: [cut], ranked: [first] }) =>
        sum + (first?.blade.id === blade.id ? (cut?.measure.lengthMm ?? 0) : 0),
      0,
    );
  const common = (open[0]?.ranked ?? [])
    .map(({ blade }) => blade)
    .filter((blade) => open.every(({ ranked }) => ranked.some((choice) => choice.blade.id === blade.id)))
    .sort((a, b) => lengthAsFirst(b) - lengthAsFirst(a))[0];
  if (!common) return null;
  return open.map(({ phase, cuts, ranked }) => {
    const choice = ranked.find(({ blade }) => blade.id === common.id);
    const [first] = ranked;
    if (!choice || !first) throw new Error(`blade ${common.id} was said to serve every cut`);
    if (choice === first) return { phase, cuts, choice };
    const inputs = { size: common.size, first: first.blade.size };
    const reason = { rule: 'same-blade' as const, inputs, source: 'our-estimate' as const };
    return { phase, cuts, choice: { ...choice, reasons: [...choice.reasons, reason] } };
  });
}
