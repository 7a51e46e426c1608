import { emptyTemplate, planRun, type Part, type PlanInput } from '@rapid-jig/core';
import { KIT, partsDrawn, runOfTemplates } from './kit';
import { medianMs, printRow } from './measure';

const WOODS = ['cherry', 'red-oak', 'white-pine', 'yellow-poplar', 'basswood', 'walnut'];

/** A board with an opening in one of twelve places, mm. */
interface Board {
  readonly width: number;
  readonly height: number;
  readonly opening: number;
  readonly wood?: string | undefined;
}

function partOf({ width, height, opening, wood }: Board, id: string): Part {
  const [x, y] = [10 + (opening % 4) * 8, 10 + Math.floor(opening / 4) * 8];
  const [w, h] = [String(width), String(height)];
  const text = `<svg xmlns="http://www.w3.org/2000/svg" width="${w}mm" viewBox="0 0 ${w} ${h}"><rect width="${w}" height="${h}"/><circle cx="${String(x)}" cy="${String(y)}" r="3"/></svg>`;
  const [part] = partsDrawn(text, id, wood);
  if (!part) throw new Error(`the drawing of ${id} has no part`);
  return part;
}

/** A run of so many templates, with a board of its own for each part. */
const runOf = (templates: number, parts: number, boardAt: (template: number, part: number) => Board): PlanInput =>
  runOfTemplates(
    Array.from({ length: templates }, (_none, t) => ({
      ...emptyTemplate(`t${String(t)}`, `t${String(t)}`),
      parts: Array.from({ length: parts }, (_part, p) => partOf(boardAt(t, p), `t${String(t)} p${String(p)}`)),
    })),
  );

const CASES: readonly (readonly [string, () => PlanInput])[] = [
  ['2,000 parts of one outline', () => runOf(40, 50, () => ({ width: 60, height: 80, opening: 1 }))],
  ['2,000 parts, fifty outlines', () => runOf(40, 50, (_t, p) => ({ width: 40 + p, height: 60, opening: 3 }))],
  [
    '2,000 parts, few alike',
    () => runOf(40, 50, (t, p) => ({ width: 40 + p, height: 60 + 2 * t, opening: (t + p) % 12 })),
  ],
  [
    '2,000 parts, fifty outlines of three woods each',
    () => runOf(40, 50, (t, p) => ({ width: 40 + p, height: 60 + p, opening: 3, wood: WOODS[t % 3] })),
  ],
  [
    '2,000 parts, fifty outlines of twelve kinds each',
    () => runOf(40, 50, (t, p) => ({ width: 40 + p, height: 60 + p, opening: t % 12 })),
  ],
  [
    'one part in six woods, 5 to 10 of each',
    () => runOf(6, 1, (t) => ({ width: 40, height: 60, opening: 3, wood: WOODS[t] })),
  ],
];

/** Runs as large as a shop will have: the first plan, and one after it; the program's worker takes about half of Node's time. */
export async function benchManyParts(): Promise<void> {
  for (const [name, make] of CASES) {
    const input = make();
    const started = performance.now();
    const first = await planRun(input, KIT);
    const cold = performance.now() - started;
    if (!first.ok) throw new Error(first.error.map(({ message }) => message).join());
    const warm = await medianMs(() => planRun(structuredClone(input), KIT), 3);
    const proven = first.value.proven ? 'proven' : 'not proven';
    printRow(`plan ${name}, ${proven}: first; again`, `${cold.toFixed(0)}; ${warm.toFixed(0)} ms`);
  }
}
