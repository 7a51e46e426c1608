import { SAME_SHARE } from '../../units';
import type { PlanInput } from '../model/input';
import type { Plan } from '../model/plan';
import { mostSpares, type PartAtRisk, riskOf, type SawnHeight } from '../needs';
import { asGranted, copiesFor, pinnedTemplates } from './expected';

/** Of a run that goes by risk: all copies are got with the confidence asked for, and the spare that helps least was needed for it. */
export function sparesWrong(plan: Plan, input: PlanInput): string[] {
  const { spares } = input.run;
  if (spares.kind !== 'risk') return [];
  // Where no count agrees with the stacks that come of it, they are insured as if they were as high as may be.
  const confidence = spares.confidencePercent / 100;
  const wrong = insuredWrong(plan, input, confidence, sawnIn(plan));
  return wrong.length > 0 && insuredWrong(plan, input, confidence, new Map()).length === 0 ? [] : wrong;
}

/** Of each part its layers in the pass that has most of them, and the layers of the highest stack with it. */
function sawnIn({ stacks }: Plan): ReadonlyMap<string, SawnHeight> {
  const heights = new Map<string, SawnHeight>();
  for (const { gangs, layers } of stacks)
    for (const { key, parts } of gangs)
      for (const { partId } of parts) {
        const own = layers.filter(({ gangKey }) => gangKey === key).length;
        const before = heights.get(partId) ?? { own: 0, all: 0 };
        heights.set(partId, { own: Math.max(own, before.own), all: Math.max(layers.length, before.all) });
      }
  return heights;
}

function insuredWrong(
  plan: Plan,
  input: PlanInput,
  confidence: number,
  sawn: ReadonlyMap<string, SawnHeight>,
): string[] {
  const told = new Map(plan.parts.map((part) => [part.partId, part.spares]));
  const parts = pinnedTemplates(input).flatMap(({ line, template }) =>
    template.parts
      .filter(({ id, perCopy }) => perCopy > 0 && !line.spares[id])
      .map((part) => ({
        ...riskOf(asGranted(part, input), part.perCopy * copiesFor(part, { line, template }), input, sawn.get(part.id)),
        spares: told.get(part.id) ?? 0,
      })),
  );
  const each = parts.map((part) => getsAll(part, part.spares));
  const all = each.reduce((product, one) => product * one, 1);
  // With spares at their bound nothing more can be done.
  const isBound = parts.every((part) => part.spares >= mostSpares(part));
  if (all < confidence - SAME_SHARE && !isBound)
    return [`all copies are got with ${String(all)}, not ${String(confidence)}`];
  const without = parts.flatMap((part, i) =>
    part.spares > 0 ? [(all / (each[i] ?? 1)) * getsAll(part, part.spares - 1)] : [],
  );
  return without.length > 0 && Math.min(...without) >= confidence + SAME_SHARE ? ['a spare more than is needed'] : [];
}

/** By how many of the full passes are lost, whether the last is, and how many of the layers left are. */
function getsAll({ needed, layers, layerRisk, passRisk }: PartAtRisk, spares: number): number {
  const pieces = needed + spares;
  const [full, rest] = [Math.floor(pieces / layers), pieces % layers];
  let sum = 0;
  for (let lost = 0; lost <= full; lost++)
    for (const isRestLost of rest > 0 ? [false, true] : [false]) {
      const gone = lost * layers + (isRestLost ? rest : 0);
      if (gone > spares) continue;
      const passes = chance(full, lost, passRisk) * (rest === 0 ? 1 : isRestLost ? passRisk : 1 - passRisk);
      let few = 0;
      for (let more = 0; more <= spares - gone; more++) few += chance(pieces - gone, more, layerRisk);
      sum += passes * few;
    }
  return sum;
}

/** Just `k` of `n`, by logarithms of factorials. */
function chance(n: number, k: number, p: number): number {
  if (k > n) return 0;
  if (p === 0) return k === 0 ? 1 : 0;
  let log = k * Math.log(p) + (n - k) * Math.log1p(-p);
  for (let i = 1; i <= k; i++) log += Math.log(n - k + i) - Math.log(i);
  return Math.exp(log);
}
