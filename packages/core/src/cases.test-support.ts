const isLong = process.env['RAPID_JIG_LONG'] === '1';

/** Where properties begin to draw from: the same cases every time, or others by `RAPID_JIG_SEED`. */
const seed = Number(process.env['RAPID_JIG_SEED'] ?? 20_261_201);

/** How many cases of a family are tried: all of them by `npm run test:long`, by default a share. */
export const cases = (all: number, few = Math.ceil(all / 4)): number => (isLong ? all : few);

/** Parameters of a property that is tried so often. */
export const tried = (all: number, few?: number): { readonly numRuns: number; readonly seed: number } => ({
  numRuns: cases(all, few),
  seed,
});
