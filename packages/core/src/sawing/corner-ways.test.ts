import { describe, expect, test } from '@jest/globals';
import { bendsOf, flatten, indexSegments, type Path } from '../geometry';
import { circle, rectangle } from '../planning/fixtures.test-support';
import { cornerWays, inOrderFrom, type CorneredLine } from './corner-ways';

const BOARD = { minX: -50, minY: -50, maxX: 250, maxY: 150 };
const indexed = (...paths: readonly Path[]) =>
  indexSegments(paths.map((path) => ({ points: flatten(path), closed: path.closed })));
/** An outline drawn counter-clockwise: what turns left stands out, what turns right is hollow. */
const outline = (path: Path, changes: Partial<CorneredLine> = {}): CorneredLine => ({
  corners: bendsOf(path).corners,
  isInside: (turn) => turn < 0,
  canPivot: true,
  loopMm: 6,
  school: 'by-the-room',
  ...changes,
});
const polygon = (...points: readonly (readonly [number, number])[]): Path => {
  const [start, ...others] = points.map(([x, y]) => ({ x, y }));
  return { start: start!, segments: [...others, start!].map((to) => ({ kind: 'line', to })), closed: true };
};

describe('how a corner is sawn', () => {
  test('a corner that stands out is looped where the waste beyond it has room, else run off', () => {
    const square = rectangle(100, 60);
    expect(cornerWays(outline(square), indexed(square), BOARD).map(({ way }) => way)).toEqual(Array(4).fill('loop'));
    // The middle of a loop 6 across lies 3 from both arms drawn on, at (-3, -3); 3 clear of it are needed.
    const near = (away: number) => circle(5, -3 - (3 + away + 5) / Math.SQRT2, -3 - (3 + away + 5) / Math.SQRT2);
    const wayBeside = (away: number) =>
      cornerWays(outline(square), indexed(square, near(away)), BOARD).find(({ at }) => at.x === 0 && at.y === 0)?.way;
    expect(wayBeside(0.2)).toBe('loop');
    expect(wayBeside(-0.2)).toBe('run-off');
    // A board that ends 5 mm from the corner has no room for 6.
    const tight = { ...BOARD, minX: -5 };
    const ways = cornerWays(outline(square), indexed(square), tight);
    expect(ways.map(({ at, way }) => [at.x, way])).toEqual(
      ways.map(({ at }) => [at.x, at.x === 0 ? 'run-off' : 'loop']),
    );
  });

  test('a maker may like to turn on the spot wherever the blade can be, or to meet with two cuts inside', () => {
    const ell = polygon([0, 0], [80, 0], [80, 30], [30, 30], [30, 80], [0, 80]);
    const ways = (changes: Partial<CorneredLine>) => {
      const all = cornerWays(outline(ell, changes), indexed(ell), BOARD);
      const inner = all.find(({ at }) => at.x === 30 && at.y === 30)?.way;
      return [inner, ...new Set(all.filter(({ at }) => at.x !== 30 || at.y !== 30).map(({ way }) => way))];
    };
    expect(ways({ school: 'by-the-room' })).toEqual(['pivot', 'loop']);
    expect(ways({ school: 'on-the-spot' })).toEqual(['pivot', 'pivot']);
    expect(ways({ school: 'two-cuts' })).toEqual(['meet', 'loop']);
    // A blade that cannot be turned so is not, whatever the maker likes.
    expect(ways({ school: 'on-the-spot', canPivot: false })).toEqual(['meet', 'loop']);
  });

  test('a hollow corner is turned in by a narrow blade on a level table, else sawn from both sides', () => {
    const ell = polygon([0, 0], [80, 0], [80, 30], [30, 30], [30, 80], [0, 80]);
    const at = (canPivot: boolean) =>
      cornerWays(outline(ell, { canPivot }), indexed(ell), BOARD).find(
        (corner) => corner.at.x === 30 && corner.at.y === 30,
      );
    expect(at(true)?.way).toBe('pivot');
    expect(at(false)?.way).toBe('meet');
  });

  test('a blunt corner is followed round; a sharp tip has its loop far out', () => {
    const turned = (degrees: number): Path => {
      const angle = (degrees * Math.PI) / 180;
      return polygon([0, 0], [60, 0], [60 + 60 * Math.cos(angle), 60 * Math.sin(angle)], [0, 90]);
    };
    const wayAt = (degrees: number) =>
      cornerWays(outline(turned(degrees)), indexed(turned(degrees)), BOARD).find(({ at }) => at.x === 60)?.way;
    expect(wayAt(40)).toBe('follow');
    expect(wayAt(50)).toBe('loop');
    // The tip at (0, 0) is 20 degrees wide: the middle of its loop is 3 / sin(10) = 17.3 mm beyond it.
    const tip = polygon([0, 0], [100, -17.6], [100, 17.6]);
    const wayOf = (minX: number) =>
      cornerWays(outline(tip), indexed(tip), { ...BOARD, minX }).find(({ at }) => at.x === 0)?.way;
    expect(wayOf(-20.5)).toBe('loop');
    expect(wayOf(-20)).toBe('run-off');
  });

  test('a line without corners has none; corners are told in the order that the blade comes to them', () => {
    const round = circle(10, 0, 0);
    expect(cornerWays(outline(round), indexed(round), BOARD)).toEqual([]);
    const square = rectangle(100, 60);
    const points = [...flatten(square)];
    const from = points.findIndex(({ x, y }) => x === 100 && y === 60);
    const turned = [...points.slice(from), ...points.slice(0, from)];
    const told = inOrderFrom(turned, cornerWays(outline(square), indexed(square), BOARD));
    expect(told.map(({ at }) => [at.x, at.y])).toEqual([
      [100, 60],
      [0, 60],
      [0, 0],
      [100, 0],
    ]);
  });
});
