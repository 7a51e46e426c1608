import { distance, indexSegments, type Path } from '../../geometry';
import { endsOf, nodesOf, pointIndex, type End } from './ends';
import { faultOf, lengthOf, lineOf, type DrawingFault, type Line, type Mends } from './line';

/** Loose ends further apart than this are not thought to belong together, mm. */
const WIDEST_GAP = 3;
/** A line whose ends are nearer than this share of its length was meant to be closed. */
const NEARLY_CLOSED = 0.1;

export interface Gaps {
  readonly faults: readonly DrawingFault[];
  /** Straight lines over the gaps that the maker closes. */
  readonly closers: readonly Line[];
  /** Ids of lines taken out. */
  readonly dropped: ReadonlySet<string>;
}

/** Finds loose ends that were meant to meet: the nearest two first, each end once. */
export function findGaps(lines: readonly Line[], within: number, mends: Mends): Gaps {
  const loose = looseEnds(lines, within);
  const pairs = pairsOf(loose, lines).sort((a, b) => a.width - b.width);
  const taken = new Set<End>();
  const counts = new Map<string, number>();
  const faults: DrawingFault[] = [];
  const closers: Line[] = [];
  const dropped = new Set<string>();
  for (const { from, to, width } of pairs) {
    const ends = [...new Set([from.line, to.line])].sort((a, b) => a - b).flatMap((n) => lines[n] ?? []);
    const [first] = ends;
    if (!first || taken.has(from) || taken.has(to)) continue;
    taken.add(from).add(to);
    const key = ends.map(({ id }) => id).join('|');
    const ordinal = counts.get(key) ?? 0;
    counts.set(key, ordinal + 1);
    const at = { x: (from.at.x + to.at.x) / 2, y: (from.at.y + to.at.y) / 2 };
    const found = { at, size: width, actions: ['close', 'drop', 'keep'] as const, proposed: 'close' as const };
    const fault = faultOf('gap', ends, found, mends, ordinal);
    faults.push(fault);
    if (fault.mended === 'close') closers.push(lineOf({ ...first, id: `${fault.id} closed` }, straight(from, to)));
    if (fault.mended === 'drop') for (const { id } of ends) dropped.add(id);
  }
  return { faults, closers, dropped };
}

/** Ends that meet no other end and do not lie on another line either, as those of a cut from edge to edge do. */
function looseEnds(lines: readonly Line[], within: number): End[] {
  const single = nodesOf(endsOf(lines), within).flatMap(({ ends }) => (ends.length === 1 ? ends : []));
  if (single.length === 0) return [];
  const index = indexSegments(lines.map(({ points, path }) => ({ points, closed: path.closed })));
  return single.filter(({ line, at }) => {
    const near = index.search({ minX: at.x - within, minY: at.y - within, maxX: at.x + within, maxY: at.y + within });
    return near.every((piece) => index.line[piece] === line);
  });
}

const straight = (from: End, to: End): Path => ({
  start: from.at,
  segments: [{ kind: 'line', to: to.at }],
  closed: false,
});

interface Pair {
  readonly from: End;
  readonly to: End;
  readonly width: number;
}

function pairsOf(loose: readonly End[], lines: readonly Line[]): Pair[] {
  if (loose.length === 0) return [];
  const tree = pointIndex(loose.map(({ at }) => at));
  const lastOf = new Map(loose.map((end) => [end.line, end]));
  return loose.flatMap((from, i) => {
    const { x, y } = from.at;
    const near = tree.search(x - WIDEST_GAP, y - WIDEST_GAP, x + WIDEST_GAP, y + WIDEST_GAP);
    const others = near.flatMap((j) => (j > i ? (loose[j] ?? []) : []));
    const last = lastOf.get(from.line);
    const own = last === from ? undefined : last;
    const pairs = others
      .filter((to) => to.line !== from.line)
      .map((to) => ({ from, to, width: distance(from.at, to.at) }));
    const width = own ? distance(from.at, own.at) : Infinity;
    const line = lines[from.line];
    const nearlyClosed =
      own && line && width <= Math.max(WIDEST_GAP / 2, NEARLY_CLOSED * lengthOf(line)) && width < lengthOf(line) / 2;
    return [...pairs.filter((pair) => pair.width <= WIDEST_GAP), ...(nearlyClosed ? [{ from, to: own, width }] : [])];
  });
}
