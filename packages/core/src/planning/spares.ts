/** What a part stands in danger of. */
export interface PartAtRisk {
  readonly needed: number;
  /** Layers of its stacks: one slip spoils so many. */
  readonly layers: number;
  /** Likelihood that a single layer is spoiled, and that a whole pass is; each below 1. */
  readonly layerRisk: number;
  readonly passRisk: number;
}

/** However likely a loss is, no more spares than these are made of a part for each piece that is needed. */
const MOST_PER_PIECE = 2;

/**
 * The fewest spares, shared over the parts, with which all that is needed of every part is got with the confidence asked for:
 * one more at a time for the part that it helps most (whose likelihood grows by the largest factor), the first of equals.
 * Layers and passes are spoiled independently of each other; a spoiled pass counts all its layers. `confidence` is below 1.
 */
export function sparesByRisk(parts: readonly PartAtRisk[], confidence: number): number[] {
  const logs = parts.map((part) => [likelihood(part, 0), likelihood(part, 1)].map(Math.log));
  const spares = parts.map(() => 0);
  const wanted = Math.log(confidence);
  const gainOf = ([now = 0, next = 0]: readonly number[]): number => next - now;
  for (;;) {
    const sum = logs.reduce((total, [now = 0]) => total + now, 0);
    if (sum >= wanted) return spares;
    let best = -1;
    logs.forEach((log, i) => {
      const { needed } = parts[i] ?? { needed: 0 };
      if ((spares[i] ?? 0) >= needed * MOST_PER_PIECE) return;
      if (best < 0 || gainOf(log) > gainOf(logs[best] ?? [])) best = i;
    });
    const part = parts[best];
    if (!part) return spares;
    const more = (spares[best] ?? 0) + 1;
    spares[best] = more;
    logs[best] = [logs[best]?.[1] ?? 0, Math.log(likelihood(part, more + 1))];
  }
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
