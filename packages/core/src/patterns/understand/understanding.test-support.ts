import { inches } from '../../units';
import { followSteps, noSteps, readDrawing } from '..';
import { shapesOf, understandPart, type PartShape, type PartUnderstanding, type UnderstandingOf } from '.';

export const CONTEXT: UnderstandingOf = {
  thicknessMm: inches(1 / 4),
  hardnessN: 5600,
  secondFor: () => false,
  bitFor: (_cut, _measure, openingMm) => [inches(3 / 64), inches(1 / 32)].find((bit) => bit <= openingMm) ?? null,
  fitTolerance: 0.25,
};

/** The parts of a drawing in mm. */
export function shapes(body: string): PartShape[] {
  const raw = readDrawing(`<svg width="300mm" viewBox="0 0 300 300">${body}</svg>`);
  const drawing = raw.ok ? followSteps(raw.value, noSteps(1)) : raw;
  if (!drawing.ok) throw new Error(drawing.error.kind);
  return shapesOf(drawing.value);
}
/** What is understood of its first part, in a quarter of an inch of hard wood. */
export function understood(body: string, changes: Partial<UnderstandingOf> = {}): PartUnderstanding {
  const [first] = shapes(body);
  if (!first) throw new Error('the drawing has no part');
  return understandPart(first, { ...CONTEXT, ...changes });
}
