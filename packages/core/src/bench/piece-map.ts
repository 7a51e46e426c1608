import polylabel from 'polylabel';
import { boxAround, boxHeight, flatten, moved, type Affine, type Piece, type Point } from '../geometry';
import type { StandingEvent } from '../ledger';
import { piecesIn } from '../patterns';
import type { PlannedStack } from '../planning';
import type { Part, TemplateRevision } from '../products';

/** A piece of a part that its through cuts part, in the frame of the stack, mm. */
export interface MappedPiece {
  /** From 1, row by row from the top left. */
  readonly number: number;
  /** Its outline and then its holes. */
  readonly rings: readonly (readonly Point[])[];
  /** Where its number stands: the place inside it that is furthest from its edge. */
  readonly at: Point;
}

/** The pieces of a part of a stack. */
export interface PieceMap {
  readonly partId: string;
  readonly partName: string;
  readonly pieces: readonly MappedPiece[];
}

/** A number stands well enough within so much of its best place, mm. */
const PLACED_WITHIN = 0.5;
/** Pieces whose places differ by less than this share of the height of a middling piece stand in one row. */
const ROW = 0.6;

/** The pieces of every part of a stack that comes apart in more than one; parts whose revision is not given have none. */
export function pieceMaps({ gangs }: PlannedStack, revisions: readonly TemplateRevision[]): PieceMap[] {
  const parts = new Map(revisions.flatMap(({ template }) => template.parts).map((part) => [part.id, part]));
  return gangs.flatMap((gang) =>
    gang.parts.flatMap(({ partId, partName }): PieceMap[] => {
      const part = parts.get(partId);
      const pieces = part ? piecesOfPart(part) : [];
      return pieces.length > 1 ? [{ partId, partName, pieces: numbered(pieces, gang.at) }] : [];
    }),
  );
}

const piecesOfPart = ({ outline, insideCuts, throughCuts }: Part): readonly Piece[] =>
  piecesIn(
    flatten(outline.path),
    insideCuts.map(({ path }) => flatten(path)),
    throughCuts,
  ).pieces;

/** As one reads: rows from the top down, each from the left. */
function numbered(pieces: readonly Piece[], by: Affine): MappedPiece[] {
  const placed = pieces.map(({ outline, holes }) => {
    const rings = [outline, ...holes].map((ring) => ring.map((point) => moved(by, point)));
    const [x = NaN, y = NaN] = polylabel(
      rings.map((ring) => ring.map((p): [number, number] => [p.x, p.y])),
      PLACED_WITHIN,
    );
    return { rings, at: { x, y } };
  });
  const heights = placed.map(({ rings: [ring = []] }) => boxHeight(boxAround(ring))).sort((a, b) => a - b);
  const row = (heights[Math.floor(heights.length / 2)] ?? 0) * ROW;
  const rows: (typeof placed)[] = [];
  for (const piece of [...placed].sort((a, b) => b.at.y - a.at.y)) {
    const last = rows[rows.length - 1];
    if (last?.[0] && last[0].at.y - piece.at.y < row) last.push(piece);
    else rows.push([piece]);
  }
  return rows.flatMap((one) => one.sort((a, b) => a.at.x - b.at.x)).map((piece, i) => ({ number: i + 1, ...piece }));
}

/** Pieces of a part of one pass that came off, by their numbers, each with the id of the event that says so. */
export const piecesOff = (
  standing: readonly StandingEvent[],
  { stack, pass, partId }: { readonly stack: string; readonly pass: number; readonly partId: string },
): ReadonlyMap<number, string> =>
  new Map(
    standing.flatMap((event) =>
      event.kind === 'piece-off' && event.stack === stack && event.pass === pass && event.partId === partId
        ? [[event.piece, event.id] as const]
        : [],
    ),
  );
