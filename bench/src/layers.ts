import { inches, planRun, type Part, type PlanInput } from '@rapid-jig/core';
import { KIT, runOf } from './kit';
import { medianMs, printRow } from './measure';
import { plate } from './plate';

function inputOf(parts: readonly Part[], copies: number, maxLayers: number, holding: 'tape' | 'brads'): PlanInput {
  return runOf(parts, copies, { maxLayers, holding });
}

const quarter = { mm: inches(1 / 4), typed: '1/4' };
const of = (id: string, woodId: string): Part =>
  plate({ id, size: [120, 80], perCopy: 1, woodId, thickness: quarter, pinnedLayers: null });

/** Six layers of one outline in six woods, each with an opening of its own and one it shares with every third. */
function sixLayers(): Part[] {
  const woods = ['walnut', 'white-pine', 'cherry', 'basswood', 'birch-plywood', 'red-alder'];
  return woods.map((woodId, i) => {
    const opening = (name: string, x: number, y: number) => ({ ...rectangle(`${woodId} ${name}`, x, y) });
    return {
      ...of(woodId, woodId),
      insideCuts: [opening('own', 10 + 15 * i, 10), opening('third', 10 + 30 * (i % 3), 50)],
    };
  });
}

function rectangle(id: string, x: number, y: number): Part['insideCuts'][number] {
  const to = (dx: number, dy: number) => ({ kind: 'line' as const, to: { x: x + dx, y: y + dy } });
  const path = { start: { x, y }, segments: [to(10, 0), to(10, 10), to(0, 10), to(0, 0)], closed: true };
  return { id, line: null, path };
}

/** An outline of many points, a hundred openings in it. */
function fretwork(points: number): Part {
  const at = (i: number) => {
    const [angle, radius] = [(2 * Math.PI * i) / points, 150 + 4 * Math.sin((80 * Math.PI * i) / points)];
    return { x: 160 + radius * Math.cos(angle), y: 160 + radius * Math.sin(angle) };
  };
  const segments = Array.from({ length: points }, (_none, i) => ({ kind: 'line' as const, to: at((i + 1) % points) }));
  const openings = Array.from({ length: 100 }, (_none, i) =>
    rectangle(`opening ${String(i)}`, 85 + 15 * (i % 10), 85 + 15 * Math.floor(i / 10)),
  );
  const outline = { id: 'outline', line: null, path: { start: at(0), segments, closed: true } };
  return { ...of('fretwork', 'birch-plywood'), outline, insideCuts: openings };
}

/** Stacks of like and unlike layers, and places for brads. */
export async function benchLayers(): Promise<void> {
  const rows: readonly (readonly [string, PlanInput])[] = [
    ['500 copies of one part, up to 12 layers', inputOf([of('a', 'white-pine')], 500, 12, 'tape')],
    ['six unlike layers with phases, 24 copies, up to 6 layers', inputOf(sixLayers(), 24, 6, 'tape')],
    ['a fretwork of 5000 points and 100 openings, taped', inputOf([fretwork(5000)], 4, 4, 'tape')],
    ['the same, held with brads: their places', inputOf([fretwork(5000)], 4, 4, 'brads')],
  ];
  for (const [name, input] of rows) {
    const planned = await planRun(input, KIT);
    if (!planned.ok) throw new Error(`${name}: ${planned.error.map(({ message }) => message).join('; ')}`);
    printRow(name, `${(await medianMs(() => planRun(input, KIT))).toFixed(1)} ms`);
  }
}
