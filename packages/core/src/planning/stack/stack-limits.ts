import { isFlat, turningRadius, usableBlades } from '../../blades';
import { boxGrown } from '../../geometry';
import { err, ok, type Result } from '../../result';
import { formatLength, howManyFit } from '../../units';
import { type Family, gangPlace, judgeReach } from '../blanks';
import type { PlanError, PlanFault } from '../model/input';
import { bladePreferences, steepestTilt, type Saw, type Shop } from '../model/shop';
import type { Gang, LayerLimit, Reach } from '../model/stack';
import type { Mix } from '../phases';
import type { FamilyContext } from './family-context';
import { bladesFor, featureCuts, phasesOfMix, underBlade } from './sawn-stack';

/** Whether the lines of each member can be reached on its blank, by the id of the cut. Errors: some cannot at all; a tilt the saw has not. */
export function reachesOf({ members }: Family, shop: Shop): Result<Map<string, Reach>, PlanError> {
  const reaches = new Map<string, Reach>();
  for (const { gang } of members) {
    const blank = boxGrown(gang.box, shop.holdingMargin.mm);
    for (const { cutId, path } of gang.cuts) reaches.set(cutId, judgeReach(path, blank, shop.saw.reach.mm));
    const out = gang.cuts.filter(({ cutId }) => reaches.get(cutId) === 'out-of-reach');
    const reachesAll = ({ reach }: Saw): boolean =>
      out.every(({ path }) => judgeReach(path, blank, reach.mm) !== 'out-of-reach');
    if (out.length > 0) return err([outOfReach(gang, out.length, shop, elsewhere(shop.otherSaws, reachesAll))]);
    const steepest = Math.max(...gang.cuts.map(({ rule }) => Math.abs(rule.tiltDegrees)));
    if (steepest > steepestTilt(shop.saw)) return err([tooSteep(gang, steepest, shop)]);
  }
  return ok(reaches);
}

const outOfReach = (gang: Gang, lines: number, { saw, units }: Shop, otherwise: string): PlanFault => ({
  kind: 'out-of-reach',
  message: `${String(lines)} of its lines lie further than ${formatLength(saw.reach.mm, units)} from every edge of the blank, so the arm is in the way.`,
  where: gangPlace(gang),
  hint: `Saw it from a smaller blank, cut the part in two, or rough-cut the blank so that the line is nearer an edge.${otherwise}`,
});

const tooSteep = (gang: Gang, tiltDegrees: number, { saw, otherSaws }: Shop): PlanFault => ({
  kind: 'tilt-too-steep',
  message: `A cut is tilted by ${String(tiltDegrees)}°, and the table of the saw goes to ${String(steepestTilt(saw))}°.`,
  where: gangPlace(gang),
  hint: `Tilt it less in the template, or correct the tilt of the saw under Shop.${elsewhere(otherSaws, (other) => steepestTilt(other) >= tiltDegrees)}`,
});

/** The most layers that need, wishes and saw allow in a stack of this family; blades may allow fewer. */
export function layerLimit(context: FamilyContext): Result<LayerLimit, PlanError> {
  const { family, input } = context;
  const { shop, run } = input;
  const gangs = family.members.map(({ gang }) => gang);
  for (const gang of gangs) {
    const layers = gang.pinnedLayers ?? 1;
    const wanted = gang.layersToCut > 0 || gangs.length === 1;
    if (wanted && howManyFit(shop.saw.maxHeight.mm, gang.thicknessMm) < layers)
      return err([tooThick(gang, layers, shop)]);
    if (gang.pinnedLayers !== null) return ok({ rule: 'pinned', layers: gang.pinnedLayers });
  }
  const thinnest = Math.min(...gangs.map(({ thicknessMm }) => thicknessMm));
  const limits: LayerLimit[] = [
    {
      rule: 'need',
      layers: Math.max(
        1,
        gangs.reduce((sum, { layersToCut }) => sum + layersToCut, 0),
      ),
    },
    run.maxLayers === null
      ? { rule: 'shop-limit', layers: shop.maxLayers }
      : { rule: 'run-limit', layers: run.maxLayers },
    { rule: 'saw-height', layers: howManyFit(shop.saw.maxHeight.mm, thinnest) },
  ];
  const wanted = limits.reduce((least, limit) => (limit.layers < least.layers ? limit : least));
  return ok(wanted);
}

/** True where every cut of every phase has a blade that saws it in comfort and steers what it could steer lower down. */
export function bladesServe(context: FamilyContext, mix: Mix): boolean {
  const { family, input } = context;
  const able = usableBlades(input.drawer, bladePreferences(input.shop)).filter(isFlat);
  const steerable = Math.min(...able.map(turningRadius));
  return phasesOfMix(context, mix).every((phase) => {
    const under = underBlade(phase, mix, context);
    return phase.cuts.every((place) => {
      const cuts = featureCuts(family, place, phase);
      const found = bladesFor(cuts, under, context);
      const radius = cuts[0]?.measure.tightest?.radius ?? Infinity;
      return (
        found.ok &&
        found.value.some(({ blade, strained }) => !strained && (turningRadius(blade) <= radius || radius < steerable))
      );
    });
  });
}

/** Another saw of the shop that takes it, in words; nothing where there is none. */
function elsewhere(otherSaws: readonly Saw[], takes: (saw: Saw) => boolean): string {
  const other = otherSaws.find(takes);
  return other ? ` Or plan for ${other.name === '' ? 'your other saw' : other.name}, which takes it, under Shop.` : '';
}

const tooThick = (gang: Gang, layers: number, shop: Shop): PlanFault => ({
  kind: 'too-thick-for-saw',
  message: `${layers > 1 ? `${String(layers)} pinned layers of ` : ''}${formatLength(gang.thicknessMm, shop.units)} are more than the ${formatLength(shop.saw.maxHeight.mm, shop.units)} the saw takes.`,
  where: gangPlace(gang),
  hint: `${layers > 1 ? 'Pin fewer layers.' : 'Use thinner wood, or correct the height of the saw under Shop.'}${elsewhere(shop.otherSaws, ({ maxHeight }) => howManyFit(maxHeight.mm, gang.thicknessMm) >= layers)}`,
});
