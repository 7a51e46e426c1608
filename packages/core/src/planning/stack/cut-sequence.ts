import { earlierIn, mayFollow, type Before, type Ordered } from '../phases';
import type { CutOrder } from '../model/shop';
import type { PlannedCut } from '../model/stack';

/**
 * The cuts of a phase in the order they are sawn. Inside cuts, then through cuts, before the outlines or after them, as the shop does;
 * within each kind cuts with one blade at one tilt together. What lies in the piece that an inside cut frees is sawn before that cut
 * in any case; with each blade and tilt all is sawn that may be, so that they are seldom come back to.
 */
export function inSequence(cuts: readonly PlannedCut[], gangs: readonly Ordered[], cutOrder: CutOrder): PlannedCut[] {
  const within = [...ofKind(cuts, 'inside'), ...ofKind(cuts, 'through')];
  const outlines = ofKind(cuts, 'outside');
  const asUsual = cutOrder === 'inside-first' ? [...within, ...outlines] : [...outlines, ...within];
  if (gangs.every(({ around }) => Object.keys(around).length === 0)) return asUsual;
  const byId = new Map(asUsual.flatMap((cut) => [cut.cutId, ...cut.twins.map(({ id }) => id)].map((id) => [id, cut])));
  const before = new Map(asUsual.map((cut) => [cut, new Set<PlannedCut>()]));
  for (const { first, then } of gangs.flatMap((gang) => earlierIn(gang, cutOrder))) {
    const [earlier, later] = [byId.get(first), byId.get(then)];
    if (earlier && later && earlier !== later) before.get(later)?.add(earlier);
  }
  return bySettings(asUsual, before);
}

function ofKind(cuts: readonly PlannedCut[], kind: PlannedCut['kind']): PlannedCut[] {
  const own = cuts.filter((cut) => cut.kind === kind);
  const blades = [...new Set(own.map(({ choice }) => choice.blade.id))];
  // The table is level to begin with.
  const tilts = [...new Set(own.map(({ rule }) => rule.tiltDegrees))].sort(
    (a, b) => Math.abs(a) - Math.abs(b) || a - b,
  );
  return blades.flatMap((id) =>
    tilts.flatMap((tilt) => own.filter(({ choice, rule }) => choice.blade.id === id && rule.tiltDegrees === tilt)),
  );
}

const settingOf = ({ choice, rule }: PlannedCut): string => `${choice.blade.id} ${String(rule.tiltDegrees)}`;

/** With each setting all that may be sawn; next the one that needs not be come back to, else the one of the first cut that may follow. */
function bySettings(cuts: readonly PlannedCut[], before: Before<PlannedCut>): PlannedCut[] {
  const order: PlannedCut[] = [];
  let left = [...cuts];
  const sawable = (setting: string): PlannedCut[] => {
    const sawn: PlannedCut[] = [];
    for (;;) {
      const others = left.filter((cut) => !sawn.includes(cut));
      const next = others.find((cut) => settingOf(cut) === setting && mayFollow(cut, others, before));
      if (!next) return sawn;
      sawn.push(next);
    }
  };
  while (left.length > 0) {
    const ways = [...new Set(left.map(settingOf))].map((setting) => ({
      sawn: sawable(setting),
      all: left.filter((cut) => settingOf(cut) === setting).length,
    }));
    const open = ways.filter(({ sawn }) => sawn.length > 0);
    const next = open.find(({ sawn, all }) => sawn.length === all) ?? open[0];
    if (!next) throw new RangeError('cuts of a phase wait for each other in a circle');
    order.push(...next.sawn);
    left = left.filter((cut) => !next.sawn.includes(cut));
  }
  return order;
}
