import { type Block, joinBlocks, pieceBlock } from './block';
import type { LaidPiece } from './tree';

/** Of so few pieces every way to join them is tried. */
export const FEW = 7;

/**
 * The shortest block, cut edge to edge, that holds all of a few pieces and is no wider than `width`, a kerf taken in: every
 * way to part the pieces in two, and those again, end to end or side by side. Of each group only blocks that no other
 * passes both ways are kept (as Stockmeyer 1983 does for one tree). Null where a piece is too wide.
 */
export function joinFew(pieces: readonly LaidPiece[], width: number, kerf: number): Block | null {
  if (pieces.length > FEW) throw new RangeError(`at most ${String(FEW)} pieces, got ${String(pieces.length)}`);
  /** By group of pieces, each a bit. */
  const groups: Block[][] = [];
  const all = 2 ** pieces.length - 1;
  for (let group = 1; group <= all; group++) {
    const piece = pieces.findIndex((_one, i) => group === 2 ** i);
    const blocks = pieces[piece] ? blocksOf(pieces[piece], piece, kerf) : joinedOf(group, groups);
    groups[group] = unsurpassed(blocks.filter((block) => block.width <= width));
  }
  return groups[all]?.[0] ?? null;
}

const blocksOf = (piece: LaidPiece, place: number, kerf: number): Block[] =>
  (piece.turnable ? [false, true] : [false]).map((turned) => pieceBlock(piece, place, kerf, turned));

function joinedOf(group: number, groups: readonly Block[][]): Block[] {
  const joined: Block[] = [];
  for (let part = (group - 1) & group; 2 * part > group; part = (part - 1) & group) {
    for (const one of groups[part] ?? [])
      for (const other of groups[group - part] ?? [])
        joined.push(joinBlocks(other, one, true), joinBlocks(other, one, false));
  }
  return joined;
}

/** Each is shorter than those after it, and wider. */
function unsurpassed(blocks: Block[]): Block[] {
  let narrowest = Infinity;
  return blocks
    .sort((a, b) => a.length - b.length || a.width - b.width)
    .filter((block) => {
      const isNarrower = block.width < narrowest;
      if (isNarrower) narrowest = block.width;
      return isNarrower;
    });
}
