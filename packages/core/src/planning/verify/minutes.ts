import { comfortOf } from '../../blades';
import { compareMm } from '../../units';
import { hardnessClass, type Wood } from '../../wood';
import { factorsInForce } from '../model/factors';
import { PATTERN_WAYS, type PatternMethod } from '../model/pattern-method';
import type { Minutes, PlannedStack } from '../model/plan';
import type { Shop } from '../model/shop';
import type { Phase, PlannedCut, StackedGang, WoodPly } from '../model/stack';
import { blanksTaken } from './strips';

interface Rates {
  readonly saw: number;
  readonly life: number;
}

/** Rates of a wood: cut face a minute, and the face that a blade lasts, mm2. */
function ratesFor({ hardnessN }: Wood, { factors }: Pick<Shop, 'factors'>): Rates {
  const { sawSoft, sawMedium, sawHard, lifeSoft, lifeMedium, lifeHard } = factorsInForce(factors);
  switch (hardnessClass(hardnessN)) {
    case 'soft':
      return { saw: sawSoft, life: lifeSoft };
    case 'medium':
      return { saw: sawMedium, life: lifeMedium };
    case 'hard':
      return { saw: sawHard, life: lifeHard };
  }
}

/** The gangs of the layers of a phase, by the layers of the stack. */
export const gangsOfPhase = ({ layerIds }: Phase, { layers, gangs }: PlannedStack): StackedGang[] =>
  layers.filter(({ id }) => layerIds.includes(id)).flatMap(({ gangKey }) => gangs.filter(({ key }) => key === gangKey));

/** Every board of the layers of a phase. */
const boardsOfPhase = (phase: Phase, stack: PlannedStack): WoodPly[] =>
  gangsOfPhase(phase, stack).flatMap(({ plies }) => plies);

/** A line of a cut as long as a blade at its tilt meets wood, mm: at 60 degrees twice as much. */
export const slanted = ({ measure, rule }: Pick<PlannedCut, 'measure' | 'rule'>): number =>
  measure.lengthMm / Math.sin(((90 - Math.abs(rule.tiltDegrees)) * Math.PI) / 180);

/** The same line as long as one without corners that wears a blade as much, mm. */
export const wearing = (cut: Pick<PlannedCut, 'measure' | 'rule'>, { factors }: Shop): number =>
  slanted(cut) * (1 + (cut.measure.corners * factorsInForce(factors).cornerWear) / cut.measure.lengthMm);

/** What each mm of a line sawn square takes in one pass of a phase: wood, mm2, and the share of a blade. */
export function perMm(phase: Phase, stack: PlannedStack, shop: Shop): { readonly face: number; readonly worn: number } {
  const gangs = boardsOfPhase(phase, stack);
  return {
    face: gangs.reduce((sum, { thicknessMm }) => sum + thicknessMm, 0),
    worn: gangs.reduce((sum, { thicknessMm, wood }) => {
      const { life } = ratesFor(wood, shop);
      return sum + thicknessMm / (wood.kind === 'sheet' ? life * factorsInForce(shop.factors).gluedLife : life);
    }, 0),
  };
}

/** A number 5, front to back, mm. */
const FIVE_WIDE = 25.4 * 0.038;

/** A blade at more than three quarters of its comfort is slower by the cube of the rest; at 150 % it has the share given. */
const longer = (comfortShare: number, share: number): number =>
  comfortShare <= 0.75 ? 1 : 1 + (1 / share - 1) * ((comfortShare - 0.75) / 0.75) ** 3;

/** The minutes of one pass of a phase, without what hands do between the cuts: `share` of setting up the drill. */
export function minutesOfPhase(phase: Phase, stack: PlannedStack, shop: Shop, share: number): Minutes {
  const f = factorsInForce(shop.factors);
  const goes = phase.singly ? phase.layerIds.length : 1;
  const gangs = boardsOfPhase(phase, stack);
  const perMinute = 1 / gangs.reduce((sum, { thicknessMm, wood }) => sum + thicknessMm / ratesFor(wood, shop).saw, 0);
  const hardest = gangs.reduce((most, { wood }) => Math.max(most, wood.hardnessN), 0);
  let [cutting, corners] = [0, 0];
  for (const cut of phase.cuts) {
    const { measure, choice } = cut;
    // Sawn one by one, each go meets only its own layer; at a tilt more of it.
    const feed = Math.min(f.fastestFeed, (perMinute * goes * measure.lengthMm) / slanted(cut));
    const height = (phase.heightMm * slanted(cut)) / measure.lengthMm;
    cutting += ((goes * measure.lengthMm) / feed) * longer(height / comfortOf(choice.blade, hardest), f.strainedShare);
    cutting += goes * f.turnRound * (measure.turning / (2 * Math.PI));
    const turned = choice.blade.form === 'spiral' ? 0 : choice.blade.widthMm ** 2 / FIVE_WIDE ** 2;
    corners += goes * f.turnCorner * (measure.corners - measure.sharpInsideCorners * (1 - turned));
  }
  const pierced = phase.pierceBits.reduce((sum, { count }) => sum + count, 0);
  // One bit makes all holes that are no more than a twentieth of a millimetre larger than the least of them.
  let [bits, least] = [0, -1];
  for (const { diameterMm } of [...phase.pierceBits, ...phase.holes].sort((a, b) => a.diameterMm - b.diameterMm))
    if (compareMm(diameterMm, least + 0.05) > 0) [bits, least] = [bits + 1, diameterMm];
  // Each part on a blank but its first is gone on to from the one before.
  if (phase.cuts.some(({ kind }) => kind === 'outside')) cutting += f.nextOnBlank * (1 - share);
  return {
    pattern: 0,
    drilling: f.setUpDrill * bits * share + f.drillHole * (pierced + goes * phase.holes.length),
    threading: f.threadBlade * goes * phase.cuts.filter(({ choice }) => choice.bitMm !== null).length,
    cutting,
    corners,
    changing: 0,
    gluing: 0,
  };
}

/**
 * The minutes of one pass, added up from the factors in force; where passes lie side by side each has its share of putting the pattern
 * on, holding the layers and setting up the drill.
 */
export function minutesOfPass(stack: PlannedStack, shop: Shop): Minutes {
  const f = factorsInForce(shop.factors);
  const { joins, splits } = handled(stack);
  const passes = stack.passesToCut || Math.max(1, stack.begun.length + stack.done.length);
  const share = blanksTaken(stack, passes) / passes;
  const patterns = patternsIn(stack).reduce((minutes, [, method]) => {
    const { onShare, offMinutes } = PATTERN_WAYS[method];
    return minutes + f.stickPattern * onShare * share + offMinutes;
  }, 0);
  const handling = patterns + f.holdLayer * joins * share + f.splitStack * splits;
  const phases = stack.phases.map((phase) => minutesOfPhase(phase, stack, shop, share));
  const sum = (of: (minutes: Minutes) => number): number => phases.reduce((total, own) => total + of(own), 0);
  return {
    pattern: handling,
    drilling: sum(({ drilling }) => drilling),
    threading: sum(({ threading }) => threading),
    cutting: sum(({ cutting }) => cutting),
    corners: sum(({ corners }) => corners),
    changing: 0,
    gluing: 0,
  };
}

/** Patterns of one pass, each with its gang and its way: what does not outlive a phase is put on again. */
export function patternsIn({ phases, layers, gangs }: PlannedStack): [gangKey: string, method: PatternMethod][] {
  const covered = new Set<string>();
  return phases.flatMap(({ singly, layerIds }) =>
    layerIds.slice(0, singly ? layerIds.length : 1).flatMap((id): [string, PatternMethod][] => {
      const gangKey = layers.find((layer) => layer.id === id)?.gangKey;
      const gang = gangs.find(({ key }) => key === gangKey);
      if (!gang || (PATTERN_WAYS[gang.pattern].survives && covered.has(id))) return [];
      covered.add(id);
      return [[gang.key, gang.pattern]];
    }),
  );
}

/** Joints made and stacks taken apart in one pass: each layer carries the number of what it is held to. */
export function handled({ layers, phases }: PlannedStack): { joins: number; splits: number } {
  const heldTo = new Map(layers.map(({ id }, i) => [id, i]));
  let [joins, splits, next] = [0, 0, layers.length];
  const together = (ids: readonly string[]): number[] => [...new Set(ids.map((id) => heldTo.get(id) ?? -1))];
  const membersOf = (group: number): string[] => [...heldTo].flatMap(([id, own]) => (own === group ? [id] : []));
  const loosen = (ids: readonly string[]): void => ids.forEach((id) => void heldTo.set(id, next++));
  phases.forEach(({ layerIds, singly, cuts }, place) => {
    for (const group of together(layerIds)) {
      const members = membersOf(group);
      const staying = members.filter((id) => layerIds.includes(id)).length;
      if (members.length > 1 && (singly || staying < members.length)) splits++;
    }
    if (singly) loosen(layerIds);
    else {
      joins += together(layerIds).length - 1;
      // What is left of a group stays held: only the layers of this phase get a number of their own.
      const group = next++;
      for (const id of layerIds) heldTo.set(id, group);
    }
    if (place < phases.length - 1 && cuts.some(({ kind }) => kind === 'outside')) {
      splits += together([...heldTo.keys()]).filter((group) => membersOf(group).length > 1).length;
      loosen([...heldTo.keys()]);
    }
  });
  return { joins, splits };
}

/** How often a phase is still to be sawn: whole passes, and begun ones that have not had it. */
export const timesOf = ({ passesToCut, begun }: PlannedStack, { key }: Phase): number =>
  begun.reduce((times, { phases }) => (phases.includes(key) ? times : times + 1), passesToCut);
