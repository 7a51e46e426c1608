import { type Block, joinBlocks, pieceBlock, type Place, treeOf } from './block';
import { FEW, joinFew } from './few';
import { isBatch, kindsOf } from './kinds';
import { joinAgreeing } from './join';
import { limited, type Search } from './search';
import { layInSections } from './sections';
import { type CutTree, type LaidPiece, restNode } from './tree';

/** Sections of a strip from end to end, and the least length any layout could need. */
export interface PackedStrip {
  readonly sections: readonly Block[];
  readonly length: number;
  /** By area, each piece with its kerf; and by the longest piece. */
  readonly bound: number;
}

/** Of the steps so much goes at the most into joining what agrees; what it leaves goes into sections. */
const JOINING = 0.6;

/**
 * Lays pieces on a strip of the given width, grain kept, so that it is cut edge to edge and takes little length. Of a few
 * pieces every way is tried. Where sides agree so well that joining wastes nothing, that is it; else it is laid in
 * sections. The same pieces, seed and steps give the same layout. Null where a piece is wider than the strip.
 */
export function packStrip(
  pieces: readonly LaidPiece[],
  width: number,
  kerf: number,
  search: Search,
  steps: number,
): PackedStrip | null {
  if (pieces.length === 0 || pieces.some((piece) => piece.width > width)) return null;
  const bound = stripBound(pieces, width, kerf);
  const own = limited(search, steps);
  const spending = (share: number): Search => limited(own, share * steps);
  const few = pieces.length <= FEW ? joinFew(pieces, width + kerf, kerf) : null;
  const sections = few
    ? [few]
    : (joinedSections(pieces, width, kerf, spending(JOINING)) ??
      layInSections(pieces, width + kerf, kerf, bound + kerf, spending(1)));
  const length = sections.reduce((sum, block) => sum + block.length, 0) - kerf;
  return { sections, length, bound };
}

/** The least length of a strip that could hold the pieces with a kerf beside each. */
export function stripBound(pieces: readonly LaidPiece[], width: number, kerf: number): number {
  const area = pieces.reduce((sum, piece) => sum + (piece.length + kerf) * (piece.width + kerf), 0);
  const longest = pieces.reduce((most, piece) => Math.max(most, piece.length), 0);
  return Math.max(longest, Math.ceil(area / (width + kerf)) - kerf);
}

/** Sections joined from pieces whose sides agree, or null where that leaves any waste. */
function joinedSections(
  pieces: readonly LaidPiece[],
  width: number,
  kerf: number,
  search: Search,
): readonly Block[] | null {
  // Of equal pieces every two agree, and joining them tells nothing.
  if (isBatch(kindsOf(pieces, kerf))) return null;
  const leaves = pieces.map((piece, i) => pieceBlock(piece, i, kerf));
  const area = leaves.reduce((sum, block) => sum + block.area, 0);
  const longest = leaves.reduce((most, { length }) => Math.max(most, length), 0);
  const blocks = joinAgreeing(
    leaves,
    {
      width: width + kerf,
      narrowest: leaves.reduce((least, block) => Math.min(least, block.width), Infinity),
      area,
      longest: Math.max(longest, (1.02 * area) / (width + kerf)),
    },
    search,
  );
  return blocks.every((block) => block.area === block.length * (width + kerf)) ? blocks : null;
}

/** The cuts of a strip, or of a board as wide and longer, in its lower left corner. */
export function stripTree(sections: readonly Block[], place: Place, kerf: number): CutTree {
  const whole = sections.reduceRight<Block | null>((beyond, section) => joinBlocks(section, beyond, true), null);
  return whole ? treeOf(whole, place, kerf) : restNode(place);
}
