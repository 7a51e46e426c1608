import { pieceBlock, type Place } from './block';
import type { Taste } from './fill';
import type { Pin } from './flaws';
import type { FreeNode, LaidPiece, PieceNode, RestNode } from './tree';
import type { Flaw } from './verify';

/** Rests smaller than this share of the board are not told. */
const LEAST_REST = 0.02;

/** A piece and where it could lie. */
interface Choice {
  readonly piece: PieceNode;
  readonly score: number;
}

/**
 * Fills a board with pieces that need not be parted from side to side: a jigsaw cuts them out. Each goes into the corner of
 * a free rectangle, the one in which it leaves the least beside it; free rectangles may overlap, and are cut back by each
 * piece (maximal rectangles, Jylänki 2010). Between pieces the kerf is kept.
 */
export function fillFree(
  board: {
    readonly length: number;
    readonly width: number;
    readonly flaws: readonly Flaw[];
    readonly pins: readonly Pin[];
  },
  pieces: readonly LaidPiece[],
  left: readonly number[],
  kerf: number,
  taste: Taste,
  random: () => number,
): FreeNode {
  const whole = { x: 0, y: 0, length: board.length, width: board.width };
  const pinned = board.pins.map((pin): PieceNode => ({ ...pin, kind: 'piece' }));
  // Room is held with a kerf more each way, as blocks are.
  let free: readonly Place[] = [{ ...whole, length: whole.length + kerf, width: whole.width + kerf }];
  // A piece is held with a kerf behind it, so one lies before a flaw too; behind one the blade may go into it.
  for (const flaw of board.flaws) free = cutBack(free, flaw);
  for (const pin of pinned) free = cutBack(free, withKerf(pin, kerf));
  const inside: (PieceNode | RestNode)[] = [...pinned];
  const waiting = new Set(left);
  for (;;) {
    const best = lowest(free, pieces, waiting, kerf, taste, random);
    if (!best) break;
    inside.push(best);
    waiting.delete(best.piece);
    free = cutBack(free, withKerf(best, kerf));
  }
  return { kind: 'free', ...whole, inside: [...inside, ...restsOf(free, whole, kerf)] };
}

/** What a piece takes up with the kerf beyond it. */
const withKerf = ({ x, y, length, width }: Place, kerf: number): Place => ({
  x,
  y,
  length: length + kerf,
  width: width + kerf,
});

function lowest(
  free: readonly Place[],
  pieces: readonly LaidPiece[],
  waiting: ReadonlySet<number>,
  kerf: number,
  taste: Taste,
  random: () => number,
): PieceNode | null {
  let best: Choice | null = null;
  const tried = new Set<string>();
  for (const place of waiting) {
    const piece = pieces[place];
    if (!piece) continue;
    const look = `${String(piece.length)} ${String(piece.width)} ${String(piece.turnable)}`;
    if (tried.has(look)) continue;
    tried.add(look);
    for (const turned of piece.turnable ? [false, true] : [false]) {
      const { length, width, area } = pieceBlock(piece, place, kerf, turned);
      for (const room of free) {
        if (length > room.length || width > room.width) continue;
        const beside = Math.min((room.length - length) * width, (room.width - width) * length);
        const score = beside - (0.2 + taste.size) * area + taste.chance * random() * area;
        if (best && best.score <= score) continue;
        const size = { length: length - kerf, width: width - kerf };
        best = { piece: { kind: 'piece', piece: place, turned, x: room.x, y: room.y, ...size }, score };
      }
    }
  }
  return best?.piece ?? null;
}

/** What is left of free rectangles beside what now lies among them; none within another. */
function cutBack(free: readonly Place[], { x, y, length, width }: Place): Place[] {
  const parts = free.flatMap((room): Place[] => {
    const [right, top] = [room.x + room.length, room.y + room.width];
    if (x >= right || room.x >= x + length || y >= top || room.y >= y + width) return [room];
    return [
      { ...room, length: x - room.x },
      { ...room, x: x + length, length: right - x - length },
      { ...room, width: y - room.y },
      { ...room, y: y + width, width: top - y - width },
    ].filter((part) => part.length > 0 && part.width > 0);
  });
  return parts.filter(
    (one, i) => !parts.some((other, j) => i !== j && holds(other, one) && (!holds(one, other) || j < i)),
  );
}

const holds = (outer: Place, inner: Place): boolean =>
  outer.x <= inner.x &&
  outer.y <= inner.y &&
  inner.x + inner.length <= outer.x + outer.length &&
  inner.y + inner.width <= outer.y + outer.width;

/** The largest free rectangles, one after the other, none over another. */
function restsOf(free: readonly Place[], board: Place, kerf: number): RestNode[] {
  const rests: RestNode[] = [];
  let left = free;
  for (;;) {
    const [largest] = [...left].sort((a, b) => b.length * b.width - a.length * a.width);
    if (!largest) return rests;
    const { x, y } = largest;
    const [length, width] = [largest.length - kerf, largest.width - kerf];
    if (length <= 0 || width <= 0 || length * width < LEAST_REST * board.length * board.width) return rests;
    rests.push({ kind: 'rest', x, y, length, width, defect: false });
    left = cutBack(left, largest);
  }
}
