import { followSteps, noSteps, readDrawing } from '@rapid-jig/core';
import { printRow } from './measure';

/** A sheet of wavy-edged discs: `loops` closed lines of `points` short lines each, nested two deep. */
function fretwork(loops: number, points: number): string {
  const across = Math.ceil(Math.sqrt(loops));
  const loop = (n: number, radius: number): string => {
    const [cx, cy] = [(n % across) * 30, Math.floor(n / across) * 30];
    const at = (i: number): string => {
      const angle = (i / points) * 2 * Math.PI;
      const r = radius * (1 + 0.05 * Math.sin(9 * angle));
      return `${(cx + r * Math.cos(angle)).toFixed(3)} ${(cy + r * Math.sin(angle)).toFixed(3)}`;
    };
    return `<path d="M${Array.from({ length: points }, (_, i) => at(i)).join('L')}Z"/>`;
  };
  const body = Array.from({ length: loops }, (_, n) => loop(Math.floor(n / 2), n % 2 === 0 ? 12 : 5)).join('');
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${String(across * 30)}mm" viewBox="0 0 ${String(across * 30)} ${String(across * 30)}">${body}</svg>`;
}

export function benchReading(): void {
  for (const [loops, points] of [
    [50, 200],
    [500, 200],
  ] as const) {
    const text = fretwork(loops, points);
    const started = performance.now();
    const raw = readDrawing(text);
    if (!raw.ok) throw new Error(raw.error.message);
    const read = performance.now() - started;
    const drawing = followSteps(raw.value, noSteps(raw.value.mmPerUnit ?? 1));
    if (!drawing.ok) throw new Error(drawing.error.message);
    const nested = performance.now() - started - read;
    const name = `drawing of ${String(loops * points)} points in ${String(loops)} loops`;
    printRow(`read a ${name}`, `${read.toFixed(0)} ms`);
    printRow(`bring to size and nest it`, `${nested.toFixed(0)} ms`);
  }
}
