import type { Block } from './block';
import { takePiece, type Kinds, type Left, type PieceKind } from './kinds';
import { joined } from './stages';

/** A rip that is being filled: columns end to end. */
interface Rip {
  readonly width: number;
  readonly columns: (Block | null)[];
  length: number;
}

/**
 * All pieces that are left as one section of long rips, about equally long: widths of rips by chance as they fit beside each
 * other, the widest piece among them, then column after column on the shortest rip that is wide enough, long ones first
 * (Graham 1969 for machines alike). Null where no rip is wide enough for a piece. Width with a kerf taken in.
 */
export function balancedRips(kinds: Kinds, left: Left, width: number, random: () => number): Block | null {
  const countOf = ({ group }: PieceKind): number => left[group]?.length ?? 0;
  const own = kinds.all.filter((kind) => countOf(kind) > 0);
  const rips = ripsBeside(own, width, random);
  const byWidth = random() < 0.5;
  const order = [...own].sort((a, b) => (byWidth ? b.width - a.width || b.length - a.length : b.length - a.length));
  for (const kind of order) {
    while (countOf(kind) > 0) {
      const able = rips.filter((rip) => rip.width >= kind.width);
      const [first] = able;
      if (!first) return null;
      const rip = able.reduce((short, one) => (one.length < short.length ? one : short), first);
      const stacked = Math.floor(rip.width / kind.width);
      rip.columns.push(
        joined(
          Array.from({ length: stacked }, () => takePiece(left, kind)),
          false,
        ),
      );
      rip.length += kind.length;
    }
  }
  return joined(
    rips.map(({ columns }) => joined(columns, true)),
    false,
  );
}

/** Widths by chance until none fits beside them; the widest piece has its rip first. */
function ripsBeside(kinds: readonly PieceKind[], width: number, random: () => number): Rip[] {
  const rips: Rip[] = [];
  let room = width;
  const widest = kinds.reduce((most, kind) => Math.max(most, kind.width), 0);
  for (let next: number | undefined = widest; next !== undefined && next > 0;) {
    rips.push({ width: next, columns: [], length: 0 });
    room -= next;
    const able = kinds.filter((kind) => kind.width <= room);
    next = able[Math.floor(random() * able.length)]?.width;
  }
  return rips;
}
