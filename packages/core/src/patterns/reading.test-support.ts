import { followSteps, noSteps, readDrawing, type Drawing, type DrawingSteps } from '.';

/** A drawing read from SVG shapes in mm, with steps done to it. */
export const fromSvg = (body: string, changes: Partial<DrawingSteps> = {}): Drawing =>
  fromText(`<svg xmlns="http://www.w3.org/2000/svg" width="300mm" viewBox="0 0 300 300">${body}</svg>`, changes);

/** A drawing read from any text; throws the kind of the fault where it cannot be. */
export function fromText(text: string, changes: Partial<DrawingSteps> = {}): Drawing {
  const raw = readDrawing(text);
  const drawing = raw.ok ? followSteps(raw.value, { ...noSteps(raw.value.mmPerUnit ?? 1), ...changes }) : raw;
  if (!drawing.ok) throw new Error(drawing.error.kind);
  return drawing.value;
}

/** A DXF by hand: group codes and values in turn. */
export const dxfText = (
  entities: readonly (string | number)[],
  header: readonly (string | number)[] = [],
  blocks: readonly (string | number)[] = [],
): string =>
  [
    0,
    'SECTION',
    2,
    'HEADER',
    ...header,
    0,
    'ENDSEC',
    0,
    'SECTION',
    2,
    'BLOCKS',
    ...blocks,
    0,
    'ENDSEC',
    0,
    'SECTION',
    2,
    'ENTITIES',
    ...entities,
    0,
    'ENDSEC',
    0,
    'EOF',
  ].join('\n');

/** $INSUNITS 4: millimetres. */
export const IN_MM = [9, '$INSUNITS', 70, 4];
