/** What a part stands in danger of. */
export interface PartAtRisk {
  readonly needed: number;
  /** Layers of its stacks: one slip spoils so many. */
  readonly layers: number;
  /** Likelihood that a single layer is spoiled, and that a whole pass is; each below 1. */
  readonly layerRisk: number;
  readonly passRisk: number;
}

/** However likely a loss is, no more spares than these: two for each piece that is needed, and two passes. */
export const mostSpares = ({ needed, layers }: Pick<PartAtRisk, 'needed' | 'layers'>): number => 2 * (needed + layers);

/**
 * Few spares, shared over the parts, with which all that is needed of every part is got with the confidence asked for: some more
 * at a time, one to a whole pass, where each of them helps most; then whatever turns out not to be needed is taken away.
 * Layers and passes are spoiled independently of each other; a spoiled pass counts all its layers, so a spare in the same
 * pass does not help against it. `confidence` is below 1. Fewer than it asks for only where {@link mostSpares} is reached.
 */
export function sparesByRisk(parts: readonly PartAtRisk[], confidence: number): number[] {
  const spares = parts.map(() => 0);
  const logs = parts.map((part) => Math.log(likelihood(part, 0)));
  const steps = parts.map((part) => bestStep(part, 0));
  const wanted = Math.log(confidence);
  const sum = (): number => logs.reduce((total, log) => total + log, 0);
  const setTo = (i: number, part: PartAtRisk, count: number): void => {
    spares[i] = count;
    logs[i] = Math.log(likelihood(part, count));
  };
  while (sum() < wanted) {
    let best = -1;
    steps.forEach((step, i) => {
      if (step && (best < 0 || step.gain > (steps[best]?.gain ?? -Infinity))) best = i;
    });
    const [part, step] = [parts[best], steps[best]];
    if (!part || !step) return spares;
    setTo(best, part, (spares[best] ?? 0) + step.more);
    steps[best] = bestStep(part, spares[best] ?? 0);
  }
  parts.forEach((part, i) => {
    for (let count = spares[i] ?? 0; count > 0; count--) {
      setTo(i, part, count - 1);
      if (sum() >= wanted) continue;
      setTo(i, part, count);
      return;
    }
  });
  return spares;
}

/** How many more spares help most, each of them, and by how much; null where a part may have no more. */
function bestStep(part: PartAtRisk, spares: number): { readonly more: number; readonly gain: number } | null {
  const now = Math.log(likelihood(part, spares));
  let best: { readonly more: number; readonly gain: number } | null = null;
  for (let more = 1; more <= part.layers && spares + more <= mostSpares(part); more++) {
    const gain = (Math.log(likelihood(part, spares + more)) - now) / more;
    if (!best || gain > best.gain) best = { more, gain };
  }
  return best;
}

/** How likely it is that of what is needed and so many spares no more than the spares are spoiled. */
export function likelihood({ needed, layers, layerRisk, passRisk }: PartAtRisk, spares: number): number {
  if (needed === 0) return 1;
  const pieces = needed + spares;
  // Of every number of lost pieces up to the spares how likely it is; beyond them nothing matters.
  let lost = [1, ...Array<number>(spares).fill(0)];
  for (let left = pieces; left > 0; left -= layers) lost = afterPass(lost, Math.min(left, layers), layerRisk, passRisk);
  return lost.reduce((sum, share) => sum + share, 0);
}

function afterPass(lost: readonly number[], layers: number, layerRisk: number, passRisk: number): number[] {
  const own = lost.map((_share, k) => (1 - passRisk) * binomial(layers, k, layerRisk) + (k === layers ? passRisk : 0));
  return lost.map((_share, all) => {
    let sum = 0;
    for (let k = 0; k <= all; k++) sum += (lost[all - k] ?? 0) * (own[k] ?? 0);
    return sum;
  });
}

/** That just `k` of `n` happen, each with likelihood `p`. */
function binomial(n: number, k: number, p: number): number {
  if (k > n) return 0;
  let ways = 1;
  for (let i = 0; i < k; i++) ways = (ways * (n - i)) / (i + 1);
  return ways * p ** k * (1 - p) ** (n - k);
}
