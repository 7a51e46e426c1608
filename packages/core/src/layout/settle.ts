import { boxAround, boxHeight, boxWidth, indexBoxes, intersectRings, type Point } from '../geometry';
import { contactOf, type Body } from './contact';
import type { Room } from './cover-field';
import type { Search } from './search';

/** Two may be this much nearer than they should, mm: less than a line on paper is wide. */
const TOLERANCE = 0.005;
/** So often all pairs are pushed apart before it is given up, and so often without coming nearer to it. */
const ROUNDS = 150;
const PATIENCE = 12;
/** Pairs are pushed apart a little further than they must, since others push back. */
const FURTHER = 1.05;
/** A room is made larger by such shares until all have their place, and then smaller for as long as they keep it. */
const LARGER = 0.01;
const LARGEST = 1.25;
const SMALLER = [0.02, 0.01, 0.005, 0.0025];

/** Bodies in a room, mm, none nearer to another than the gap, nor to an edge than half of it. */
export interface Settled {
  readonly room: Room;
  readonly at: readonly Point[];
}

/**
 * Brings bodies that lie nearly right to where they are the gap apart, by pushing apart those that are too near along the shortest
 * way between them, and makes the room as small as that goes, a little less one way and then the other. Outlines must not cross
 * where it starts. Null where they find no places, or have been pushed onto each other. Pure.
 */
export function settle(bodies: readonly Body[], start: Settled, gap: number, search: Search): Settled | null {
  let best: Settled | null = null;
  for (let scale = 1; !best && scale < LARGEST; scale += LARGER)
    best = pushedApart(bodies, scaled(start, scale, scale), gap);
  if (!best) return null;
  for (const share of SMALLER) {
    for (let failed = 0, n = 0; failed < 2; n++) {
      const next: Settled = n % 2 === 0 ? scaled(best, 1 - share, 1) : scaled(best, 1, 1 - share);
      const settled = pushedApart(bodies, next, gap);
      failed = settled ? 0 : failed + 1;
      best = settled ?? best;
      // Each share is tried once even where no steps are left.
      if (!search.spend(bodies.length)) break;
    }
  }
  return best;
}

const scaled = ({ room, at }: Settled, byX: number, byY: number): Settled => ({
  room: { width: room.width * byX, height: room.height * byY },
  at: at.map(({ x, y }) => ({ x: x * byX, y: y * byY })),
});

function pushedApart(bodies: readonly Body[], start: Settled, gap: number): Settled | null {
  const { room } = start;
  if (!bodies.every(({ box }) => boxWidth(box) <= room.width - gap && boxHeight(box) <= room.height - gap)) return null;
  const at = start.at.map((point, i) => inRoom(point, bodies[i], room, gap));
  for (let round = 0, least = Infinity, since = 0; round < ROUNDS && since < PATIENCE; round++, since++) {
    const worst = pushAll(bodies, at, gap);
    if (worst <= TOLERANCE) return crosses(bodies, at) ? null : { room, at };
    if (worst < least) [least, since] = [worst, 0];
    at.forEach((point, i) => (at[i] = inRoom(point, bodies[i], room, gap)));
  }
  return null;
}

function inRoom({ x, y }: Point, body: Body | undefined, { width, height }: Room, gap: number): Point {
  const { minX, maxX, minY, maxY } = body?.box ?? { minX: 0, maxX: 0, minY: 0, maxY: 0 };
  return {
    x: Math.max(gap / 2 - minX, Math.min(width - gap / 2 - maxX, x)),
    y: Math.max(gap / 2 - minY, Math.min(height - gap / 2 - maxY, y)),
  };
}

/** Pushes each pair that is too near apart, each its half; by how much the worst was too near, mm. */
function pushAll(bodies: readonly Body[], at: Point[], gap: number): number {
  let worst = 0;
  bodies.forEach((one, i) => {
    for (let j = i + 1; j < bodies.length; j++) {
      const [other, here, there] = [bodies[j], at[i], at[j]];
      const contact = other && here && there && contactOf(one, here, other, there, gap);
      if (!contact) continue;
      const lack = gap - contact.distance;
      worst = Math.max(worst, lack);
      if (lack <= TOLERANCE) continue;
      const [dx, dy] = [contact.toX, contact.toY].map((to) => (to * lack * FURTHER) / 2) as [number, number];
      at[i] = { x: here.x - dx, y: here.y - dy };
      at[j] = { x: there.x + dx, y: there.y + dy };
    }
  });
  return worst;
}

/** Whether any two lie on each other. */
function crosses(bodies: readonly Body[], at: readonly Point[]): boolean {
  const lying = bodies.map(({ ring }, i) =>
    ring.map(({ x, y }) => ({ x: x + (at[i]?.x ?? 0), y: y + (at[i]?.y ?? 0) })),
  );
  const near = indexBoxes(lying.map(boxAround));
  return lying.some((ring, i) =>
    near(boxAround(ring)).some((j) => j > i && intersectRings([ring], [lying[j] ?? []]).length > 0),
  );
}
