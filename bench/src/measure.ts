/** Median of an odd number of runs, ms, after two that warm up. */
export async function medianMs(work: () => unknown, runs = 11): Promise<number> {
  const times: number[] = [];
  for (let n = -2; n < runs; n++) {
    const started = performance.now();
    await work();
    if (n >= 0) times.push(performance.now() - started);
  }
  return median(times);
}

export const median = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? NaN;

export function printRow(name: string, figure: string): void {
  console.log(`${name.padEnd(64)} ${figure.padStart(14)}`);
}
