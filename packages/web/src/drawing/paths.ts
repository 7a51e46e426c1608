import {
  boxUnion,
  circlePath,
  pathBox,
  toSvgPathData,
  type Box,
  type CardPicture,
  type Part,
  type PartCut,
  type Path,
  type TemplateRevision,
} from '@rapid-jig/core';

/** A part ready to be drawn: SVG path data, y down, in mm. */
export interface DrawnPart {
  readonly outline: string;
  /** Openings: inside cuts and drilled holes. */
  readonly inside: string;
  /** Cuts from edge to edge: open lines. */
  readonly through: string;
  /** Lines that are drawn on the wood and not cut. */
  readonly marks: string;
  /** Each cut by itself, for what speaks of one of them. */
  readonly cuts: readonly DrawnCut[];
  /** y up, mm. */
  readonly box: Box;
}

export interface DrawnCut {
  readonly cutId: string;
  readonly kind: 'outline' | 'inside' | 'through';
  readonly path: Path;
  readonly data: string;
}

export function drawPart(part: Part): DrawnPart {
  const outline = drawCut('outline', part.outline);
  const inside = part.insideCuts.map((cut) => drawCut('inside', cut));
  const through = part.throughCuts.map((cut) => drawCut('through', cut));
  const holes = part.holes.map(({ center, diameterMm }) => toSvgPathData(circlePath(center, diameterMm / 2)));
  return {
    outline: outline.data,
    inside: [...inside.map(({ data }) => data), ...holes].join(''),
    through: through.map(({ data }) => data).join(''),
    marks: part.marks.map(({ path }) => toSvgPathData(path)).join(''),
    cuts: [outline, ...inside, ...through],
    box: pathBox(part.outline.path),
  };
}

const drawCut = (kind: DrawnCut['kind'], { id, path }: Pick<PartCut, 'id' | 'path'>): DrawnCut => ({
  cutId: id,
  kind,
  path,
  data: toSvgPathData(path),
});

/** A part as a card shows it. */
export const drawCard = ({ outline, inside, box }: CardPicture): DrawnPart => ({
  outline,
  inside,
  through: '',
  marks: '',
  cuts: [],
  box,
});

/** Every part of the revisions, by part id. */
export function drawParts(revisions: readonly TemplateRevision[]): ReadonlyMap<string, DrawnPart> {
  return new Map(revisions.flatMap(({ template }) => template.parts).map((part) => [part.id, drawPart(part)]));
}

/** The box around drawn parts; throws where there are none. */
export const boxOf = (parts: readonly DrawnPart[]): Box => boxUnion(parts.map(({ box }) => box));

/** An SVG view box around a box with y up. */
export const viewBoxOf = ({ minX, minY, maxX, maxY }: Box, margin = 0): string =>
  [minX - margin, -maxY - margin, maxX - minX + 2 * margin, maxY - minY + 2 * margin].join(' ');

/** The largest scale, px for a mm, at which boxes set in rows from left to right fit a frame; all at one scale. */
export function scaleToFit(
  boxes: readonly Box[],
  frame: { readonly width: number; readonly height: number },
  gap: number,
): number {
  // A picture has a mm of air on each side for its line.
  const sizes = boxes.map(({ minX, minY, maxX, maxY }) => ({ width: maxX - minX + 2, height: maxY - minY + 2 }));
  const fits = (scale: number): boolean => {
    let [x, rowHeight, used] = [0, 0, 0];
    for (const { width, height } of sizes) {
      const wide = width * scale;
      if (wide > frame.width) return false;
      if (x > 0 && x + wide > frame.width) {
        used += rowHeight + gap;
        [x, rowHeight] = [0, 0];
      }
      x += wide + gap;
      rowHeight = Math.max(rowHeight, height * scale);
    }
    return used + rowHeight <= frame.height;
  };
  let scale = 3;
  while (scale > 0.01 && !fits(scale)) scale *= 0.97;
  return scale;
}
