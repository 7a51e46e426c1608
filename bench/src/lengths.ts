import loadHighs from 'highs';
import { cutBars, highsSolver, type Lengths } from '@rapid-jig/core';
import { median, printRow } from './measure';
import { randomFrom } from './random';

/** A bar of 8 ft and a kerf of 1/8 in, in 1/16 in. */
const BAR = 1536;
const KERF = 2;
const CASES = 15;

/** Twenty lengths of 4 to 40 in, two hundred pieces in all. */
function lengthsOf(seed: number): Lengths[] {
  const random = randomFrom(seed);
  const lengths = Array.from({ length: 20 }, () => 64 + Math.round(576 * random()));
  const counts = lengths.map(() => 1);
  for (let n = lengths.length; n < 200; n++) {
    const i = Math.floor(random() * counts.length);
    counts[i] = (counts[i] ?? 0) + 1;
  }
  return lengths.map((length, i) => ({ length, count: counts[i] ?? 0 }));
}

/** Bars that the longest-first rule cuts. */
function firstFit(wanted: readonly Lengths[]): number {
  const bars: number[] = [];
  const pieces = wanted.flatMap(({ length, count }) => Array.from({ length: count }, () => length + KERF));
  for (const piece of pieces.sort((a, b) => b - a)) {
    const bar = bars.findIndex((room) => room >= piece);
    if (bar < 0) bars.push(BAR + KERF - piece);
    else bars[bar] = (bars[bar] ?? 0) - piece;
  }
  return bars.length;
}

/** Two hundred pieces of twenty lengths from bars of one length, proven, and the longest-first rule beside it. */
export async function benchLengths(): Promise<void> {
  const solver = highsSolver(await loadHighs());
  const times: number[] = [];
  let [proven, fewer] = [0, 0];
  for (let seed = 1; seed <= CASES; seed++) {
    const wanted = lengthsOf(seed);
    const started = performance.now();
    const layout = cutBars(wanted, [{ length: BAR, count: 200, cost: 1 }], KERF, solver);
    times.push(performance.now() - started);
    if (layout.proven) proven++;
    if (layout.cuts.length < firstFit(wanted)) fewer++;
  }
  console.log('\nTwenty lengths, two hundred pieces, from bars of 8 ft');
  printRow('time: median; worst', `${median(times).toFixed(0)} ms; ${Math.max(...times).toFixed(0)} ms`);
  printRow('proven to be the fewest bars', `${String(proven)} of ${String(CASES)}`);
  printRow('cases in which the longest-first rule needs more bars', `${String(fewer)} of ${String(CASES)}`);
}
