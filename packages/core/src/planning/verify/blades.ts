import {
  chooseBlades,
  comfortOf,
  costInCut,
  pierceBit,
  plyUnder,
  slantedPace,
  STRETCH,
  woodPace,
  type CutDemand,
} from '../../blades';
import { compareMm, snapMm } from '../../units';
import type { PlanInput } from '../model/input';
import type { PlannedStack } from '../model/plan';
import { bladePreferences, type Shop } from '../model/shop';
import type { Phase, PlannedCut } from '../model/stack';
import { isSame } from './expected';
import { gangsOfPhase } from './minutes';

/** What cuts of a phase ask of a blade, from the boards under it; at a tilt the blade goes through more wood, and the hardest limits it. */
function demandsHere(phase: Phase, stack: PlannedStack, shop: Shop): (cut: PlannedCut) => CutDemand {
  const boards = gangsOfPhase(phase, stack).flatMap(({ plies }) => plies);
  const under = phase.singly ? boards.slice(0, boards.length / phase.layerIds.length) : boards;
  const plies = under.map(({ thicknessMm, wood }) => plyUnder(wood, thicknessMm));
  const hardnessN = boards.reduce((most, { wood }) => Math.max(most, wood.hardnessN), 0);
  const pace = woodPace(plies, bladePreferences(shop).economy);
  return ({ measure: { lengthMm, corners, sharpInsideCorners, turning, tightest }, rule, reach, openingMm, wants }) => {
    const more = 1 / Math.cos((rule.tiltDegrees * Math.PI) / 180);
    return {
      hardnessN,
      heightMm: snapMm(phase.heightMm * more),
      pace: slantedPace(pace, more),
      ...{ lengthMm, corners, sharpInsideCorners, turning },
      tightestRadius: tightest === null ? null : tightest.radius,
      turnable: reach !== 'standing',
      openingMm,
      wants,
    };
  };
}

/** The blade of a cut against the drawer, the saw, its height, its hole, and what is chosen for such a cut in this shop. */
export function bladeWrong(cut: PlannedCut, phase: Phase, stack: PlannedStack, { shop, drawer }: PlanInput): string[] {
  const wrong: string[] = [];
  const say = (is: boolean, what: string): void => void (is && wrong.push(what));
  const { kind, openingMm, choice } = cut;
  const { blade, strained, bitMm, reasons } = choice;
  const demand = demandsHere(phase, stack, shop)(cut);
  const { heightMm, hardnessN } = demand;
  const held = drawer.find(({ id }) => id === blade.id);
  say(!held?.inDrawer || !isSame(held, blade), `blade ${blade.id} is not in the drawer`);
  say(blade.ends !== shop.saw.ends, `blade ${blade.id} does not fit the saw`);
  const comfort = comfortOf(blade, hardnessN);
  say(compareMm(heightMm, comfort * STRETCH) > 0, `blade ${blade.id} cannot saw ${String(heightMm)} mm`);
  say(strained !== compareMm(heightMm, comfort) > 0, `blade ${blade.id} is strained, or not, otherwise than said`);
  const bit = kind === 'inside' ? pierceBit(blade) : null;
  say(bitMm !== bit, `a bit of ${String(bitMm)} mm`);
  say(bit !== null && openingMm !== null && compareMm(bit, openingMm) > 0, 'its opening has no room for the bit');
  say(reasons.length === 0, 'no reason is given');
  const able = chooseBlades(demand, drawer, bladePreferences(shop));
  say(
    !able.ok || !able.value.some((one) => one.blade.id === blade.id),
    `blade ${blade.id} is no choice for it in this shop`,
  );
  return wrong;
}

/** Minutes to smooth what one pass leaves and lost on the average to burnt faces and wandering lines, cut by cut. */
export function qualityOf(stack: PlannedStack, shop: Shop): number {
  const { economy } = bladePreferences(shop);
  let minutes = 0;
  for (const phase of stack.phases) {
    const demandOf = demandsHere(phase, stack, shop);
    for (const cut of phase.cuts) {
      const { total, sawing, wear } = costInCut(demandOf(cut), cut.choice.blade, economy);
      minutes += (total - sawing - wear) * (phase.singly ? phase.layerIds.length : 1);
    }
  }
  return minutes;
}
