import { circlePath, flatten, pathBox, thinnedLine, type Box, type Path } from '../geometry';
import type { Part, Template } from './template';

/** A part as a small picture shows it. */
export interface CardPicture {
  readonly partId: string;
  readonly woodId: string;
  /** SVG path data, mm, y down: closed lines with few points, for pictures and nothing else. */
  readonly outline: string;
  readonly inside: string;
  /** Exact, mm, y up. */
  readonly box: Box;
}

/** What lists and search show of a template, without its lines. */
export interface TemplateCard {
  readonly id: string;
  readonly name: string;
  readonly archived: boolean;
  readonly piecesPerCopy: number;
  readonly parts: readonly { readonly id: string; readonly name: string }[];
  /** Of the first parts. */
  readonly pictures: readonly CardPicture[];
}

/** More parts than this would be too small to tell apart. */
const MOST_PICTURES = 12;
/** Inside cuts drawn of a part, the largest first. */
const MOST_INSIDE = 24;
/** Points of the outline, and of all inside cuts together: what an eye can tell at the size of a hand's width. */
const OUTLINE_POINTS = 64;
const INSIDE_POINTS = 192;
const LEAST_POINTS = 6;
/** Share of a part's size that a thinned line may stand off, to begin with; doubled until there are few enough points. */
const STANDS_OFF = 1 / 500;

/** The card of a template. Pure; a second for a million segments. */
export const cardOf = ({ id, name, archived, parts }: Template): TemplateCard => ({
  id,
  name,
  archived,
  piecesPerCopy: parts.reduce((sum, part) => sum + part.perCopy, 0),
  parts: parts.map((part) => ({ id: part.id, name: part.name })),
  pictures: parts.slice(0, MOST_PICTURES).map(pictureOf),
});

function pictureOf({ id, woodId, outline, insideCuts, holes }: Part): CardPicture {
  const box = pathBox(outline.path);
  const size = Math.max(box.maxX - box.minX, box.maxY - box.minY);
  const inside = [
    ...insideCuts.map(({ path }) => path),
    ...holes.map(({ center, diameterMm }) => circlePath(center, diameterMm / 2)),
  ]
    .map((path) => ({ path, span: spanOf(pathBox(path)) }))
    .sort((a, b) => b.span - a.span)
    .slice(0, MOST_INSIDE);
  return {
    partId: id,
    woodId,
    outline: thinned(outline.path, size, OUTLINE_POINTS),
    inside: inside
      .map(({ path }) => thinned(path, size, Math.max(LEAST_POINTS, INSIDE_POINTS / inside.length)))
      .join(''),
    box,
  };
}

const spanOf = ({ minX, minY, maxX, maxY }: Box): number => (maxX - minX) * (maxY - minY);

function thinned(path: Path, size: number, most: number): string {
  let points = flatten(path, size * STANDS_OFF).map(({ x, y }) => ({ x, y }));
  for (let within = size * STANDS_OFF; points.length > most && within < size; within *= 2)
    points = thinnedLine(points, within);
  const digits = size > 100 ? 0 : 1;
  const at = ({ x, y }: { readonly x: number; readonly y: number }): string =>
    `${String(Number(x.toFixed(digits)))} ${String(Number((-y).toFixed(digits)))}`;
  return `M${points.map(at).join('L')}Z`;
}
