import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { circlePath, distance, flatten, isInside, nearestOnPiece, type Point } from '../../geometry';
import { inches } from '../../units';
import {
  difficultyOf,
  fragileTips,
  likeParts,
  openingRoom,
  standOf,
  understandPart,
  waysToFit,
  type KnownWays,
} from '.';
import { CONTEXT, shapes, understood } from './understanding.test-support';
import { tried } from '../../cases.test-support';

const polygon = (...points: readonly (readonly [number, number])[]): Point[] => points.map(([x, y]) => ({ x, y }));
const box = (w: number, h: number, x = 0, y = 0) => polygon([x, y], [x + w, y], [x + w, y + h], [x, y + h]);

describe('figures of a part', () => {
  const plate =
    '<rect width="100" height="60"/><circle cx="30" cy="30" r="10.45"/><rect x="60" y="20" width="20" height="20"/>';

  test('a plate with two openings, worked by hand', () => {
    const { lengthMm, areaMm2, corners, tightest, bridge, pierce } = understood(plate);
    expect(lengthMm.outside).toBeCloseTo(320, 6);
    expect(lengthMm.inside).toBeCloseTo(2 * Math.PI * 10.45 + 80, 6);
    expect(areaMm2).toBeCloseTo(6000 - Math.PI * 10.45 ** 2 - 400, 4);
    expect(corners.map(({ kind, inside }) => [kind, inside])).toEqual([
      ...Array.from({ length: 4 }, () => ['square', false]),
      ...Array.from({ length: 4 }, () => ['square', true]),
    ]);
    expect(tightest!.radius).toBeCloseTo(10.45, 6);
    // From the circle's right side at 40.45 to the square's left side at 60, and 19.55 to the edges: no wider than an inch.
    expect(bridge!.width).toBeCloseTo(19.55, 1);
    expect(pierce).toHaveLength(2);
  });

  test('drilled holes are no wood, and bridges lie beside them: a quarter-inch hole 2 mm from an edge', () => {
    const { areaMm2, bridge } = understood('<rect width="100" height="60"/><circle cx="30" cy="5.175" r="3.175"/>');
    expect(areaMm2).toBeCloseTo(6000 - Math.PI * 3.175 ** 2, 6);
    expect(bridge!.width).toBeCloseTo(2, 1);
  });

  test('corners by angle: a star has five sharp points and five blunt hollows', () => {
    const star = Array.from({ length: 10 }, (_none, i) => {
      const r = i % 2 === 0 ? 50 : 19.1;
      return `${String(60 + r * Math.sin((i * Math.PI) / 5))},${String(60 - r * Math.cos((i * Math.PI) / 5))}`;
    }).join(' ');
    const { corners } = understood(`<polygon points="${star}"/>`);
    const count = (kind: string, inside: boolean) =>
      corners.filter((corner) => corner.kind === kind && corner.inside === inside).length;
    // A regular star's points are 36 degrees; its hollows turn back by 72, which leaves 108 between their arms.
    expect([count('sharp', false), count('square', true)]).toEqual([5, 5]);
  });

  test('pieces that fall out of an opening are named, and counted as parts of their own', () => {
    const all = shapes(
      '<rect width="90" height="90"/><circle cx="45" cy="45" r="30.2"/><circle cx="45" cy="45" r="12.3"/>',
    );
    expect(all).toHaveLength(2);
    expect(understandPart(all[0]!, CONTEXT).falling.map(({ line }) => line)).toEqual(['circle #2']);
  });

  test('lines from edge to edge: two that cross make four pieces', () => {
    const { pieces } = understood(
      '<rect width="80" height="80" fill="none" stroke="#000"/><path d="M0 30H80M50 0V80" fill="none" stroke="#000"/>',
    );
    expect(pieces.pieces.map(({ area }) => Math.round(area))).toEqual([2500, 1500, 1500, 900]);
  });
});

describe('fragile tips', () => {
  test('a spike of ten degrees is as wide a quarter inch from its point as its angle says', () => {
    const half = (5 * Math.PI) / 180;
    const spike = polygon(
      [0, 0],
      [80 * Math.cos(half), -80 * Math.sin(half)],
      [80 * Math.cos(half), 80 * Math.sin(half)],
    );
    const [tip, ...more] = fragileTips([spike]);
    expect(more).toHaveLength(0);
    expect(distance(tip!.at, { x: 0, y: 0 })).toBeLessThan(0.8);
    expect(tip!.width).toBeCloseTo(2 * inches(1 / 4) * Math.sin(half), 0);
  });

  test('a finger two millimetres wide is one, a finger of five and a square corner are none', () => {
    const finger = (width: number) =>
      polygon([0, 0], [60, 0], [60, 20], [30 + width, 20], [30 + width, 50], [30, 50], [30, 20], [0, 20]);
    const [tip] = fragileTips([finger(2)]);
    expect(tip!.width).toBeCloseTo(2, 3);
    expect(tip!.at.y).toBeCloseTo(50, 0);
    expect(fragileTips([finger(5)])).toEqual([]);
    expect(fragileTips([box(40, 40)])).toEqual([]);
  });

  test('the point of an opening is not wood, and a tongue that stands into an opening is', () => {
    const slit = polygon([20, 20], [60, 19], [60, 21]);
    expect(fragileTips([box(100, 40), slit])).toEqual([]);
    const tongue = polygon([10, 10], [90, 10], [90, 50], [51, 50], [51, 20], [49, 20], [49, 50], [10, 50]);
    expect(fragileTips([box(100, 60), tongue]).map(({ at }) => Math.round(at.y))).toEqual([20]);
  });
});

describe('does it stand', () => {
  test('a board leans as far as half its width over half its height allows', () => {
    const { stands, baseWidth, leanBeforeFalling, center } = standOf([box(30, 80)], null);
    expect(stands).toBe(true);
    expect(baseWidth).toBeCloseTo(30, 9);
    expect(leanBeforeFalling).toBeCloseTo(Math.atan2(15, 40), 9);
    expect(center).toEqual({ x: 15, y: 40 });
  });

  test.each([0, 0.1, 0.2, 0.5])(
    'a foot that rises by %d over 60 mm rests on its line; one that leans far does not',
    (rise) => {
      const foot = polygon([0, 0], [60, rise], [60, 80], [0, 80]);
      const { stands, baseWidth, leanBeforeFalling } = standOf([foot], null);
      expect(stands).toBe(true);
      expect(baseWidth).toBeCloseTo(Math.hypot(60, rise), 3);
      // A quarter of a right angle and more: the middle is 40 up and 30 from either side.
      expect(leanBeforeFalling).toBeCloseTo(Math.atan2(30, 40), 1);
      expect(standOf([polygon([0, 0], [60, 9], [60, 80], [0, 80])], null).stands).toBe(false);
    },
  );

  test('a disc touches in one place; on a flat an inch wide it stands', () => {
    const disc = Array.from({ length: 720 }, (_none, i) => {
      const angle = ((i + 0.5) * Math.PI) / 360;
      return { x: 40 * Math.cos(angle), y: 40 * Math.sin(angle) };
    });
    expect(standOf([disc], null).leanBeforeFalling).toBeLessThan(0.15);
    const flat = disc.filter(({ y }) => y > -37.9);
    expect(standOf([flat], null).leanBeforeFalling).toBeGreaterThan(0.3);
  });

  test('a head too far out falls over; holes that take its weight off bring it back', () => {
    const leaning = polygon([0, 0], [20, 0], [20, 60], [90, 60], [90, 90], [0, 90]);
    expect(standOf([leaning], null).stands).toBe(false);
    expect(standOf([leaning, box(66, 26, 22, 62)], null).stands).toBe(true);
  });

  test('on its datum edge it is turned so that the edge lies below', () => {
    const side = { from: { x: 0, y: 80 }, to: { x: 0, y: 0 } };
    const { baseWidth, leanBeforeFalling } = standOf([box(30, 80)], side);
    expect(baseWidth).toBeCloseTo(80, 6);
    expect(leanBeforeFalling).toBeCloseTo(Math.atan2(40, 15), 6);
  });
});

describe('pierce holes', () => {
  test('in the corner of a square opening: the bit touches neither side and lies on the diagonal', () => {
    const { pierce } = understood('<rect width="80" height="80"/><rect x="20" y="20" width="40" height="40"/>');
    const [hole] = pierce;
    expect(hole).toMatchObject({ place: 'near-corner' });
    const [dx, dy] = [Math.min(hole!.at.x - 20, 60 - hole!.at.x), Math.min(hole!.at.y - 20, 60 - hole!.at.y)];
    expect(dx).toBeCloseTo(dy, 6);
    expect(dx).toBeCloseTo(hole!.bitMm / 2 + 0.4, 6);
  });

  test('where a second one is wanted it lies away from the first', () => {
    const body = '<rect width="80" height="80"/><rect x="20" y="20" width="40" height="40"/>';
    const { pierce } = understood(body, { secondFor: () => true });
    expect(pierce.map(({ place }) => place)).toEqual(['near-corner', 'second']);
    expect(distance(pierce[0]!.at, pierce[1]!.at)).toBeGreaterThan(50);
  });

  test('where no bit goes it says how much room there is', () => {
    const { pierce, noPierce } = understood(
      '<rect width="80" height="80"/><rect x="20" y="20" width="40" height="0.6"/><rect x="20" y="40" width="30" height="1.2"/>',
    );
    // The smallest bit is a thirty-second of an inch, 0.79 mm.
    expect(noPierce.map(({ roomMm }) => roomMm)).toEqual([expect.closeTo(0.6, 1)]);
    expect(pierce.map(({ place }) => place)).toEqual(['in-the-middle']);
  });

  test('the room in an opening is what a circle has there: in a square, a rectangle, a ring', () => {
    const path = (points: readonly Point[]) => {
      const [start = { x: 0, y: 0 }, ...others] = points;
      return { start, segments: [...others, start].map((to) => ({ kind: 'line' as const, to })), closed: true };
    };
    const circleOf = (radius: number) => circlePath({ x: 20, y: 20 }, radius);
    expect(openingRoom(path(box(3, 3)), [])).toBeCloseTo(3, 1);
    expect(openingRoom(path(box(40, 1.2)), [])).toBeCloseTo(1.2, 1);
    // Between circles of 20 and 17 round one middle a circle 3 across has room.
    expect(openingRoom(circleOf(20), [circleOf(17)])).toBeCloseTo(3, 1);
    // A peg of 10 that stands 5 off the middle leaves 15 on the other side: drawn as arcs, or as many short lines.
    const peg = circlePath({ x: 17, y: 16 }, 10);
    expect(openingRoom(circleOf(20), [peg])).toBeCloseTo(15, 9);
    expect(openingRoom(path(flatten(circleOf(20))), [path(flatten(peg))])).toBeCloseTo(15, 1);
    // Two pegs leave what is between them and the rim; one that stands out of the opening is no ring.
    expect(openingRoom(circleOf(20), [peg, circlePath({ x: 26, y: 28 }, 4)])).toBeLessThan(15);
    expect(openingRoom(circleOf(20), [circlePath({ x: 39, y: 20 }, 3)])).toBeGreaterThan(30);
    // A large square takes more than any bit: a safe lower figure will do.
    const room = openingRoom(path(box(40, 40)), []);
    expect(room).toBeGreaterThan(10);
    expect(room).toBeLessThanOrEqual(40);
  });

  test('on random openings with a kept piece each hole lies in the waste, clear of every line', () => {
    const corner = fc.integer({ min: 6, max: 40 });
    fc.assert(
      fc.property(fc.array(corner, { minLength: 3, maxLength: 9 }), corner, (radii, keptRadius) => {
        const ring = radii.map((r, i) => {
          const angle = (i / radii.length) * 2 * Math.PI;
          return `${String(60 + r * Math.cos(angle))},${String(60 + r * Math.sin(angle))}`;
        });
        const kept = `<circle cx="60" cy="60" r="${String(keptRadius / 20 + 1.03)}"/>`;
        const [frame] = shapes(`<rect width="120" height="120"/><polygon points="${ring.join(' ')}"/>${kept}`);
        const { pierce } = understandPart(frame!, CONTEXT);
        for (const { at, bitMm } of pierce) {
          const cut = flatten(frame!.inside[0]!.path);
          expect(isInside(at, cut)).toBe(true);
          for (const line of [cut, ...frame!.falling.map(({ path }) => flatten(path))]) {
            const away = Math.min(
              ...line.map((a, i) => {
                const b = line[(i + 1) % line.length]!;
                return distance(at, nearestOnPiece(at, a.x, a.y, b.x, b.y));
              }),
            );
            expect(away).toBeGreaterThan(bitMm / 2 - 1e-6);
          }
          expect(frame!.falling.some(({ path }) => isInside(at, flatten(path)))).toBe(false);
        }
      }),
      tried(60),
    );
  });
});

describe('parts that are like each other', () => {
  const ell = 'M0 0h40v20h-20v60h-20z';
  const parts = (body: string) => likeParts(shapes(body), 0.25).alike;

  test('the same outline turned by some angle; its mirror image; something else', () => {
    const found = parts(
      `<path d="${ell}"/><path d="${ell}" transform="translate(150 20) rotate(37)"/>` +
        `<path d="${ell}" transform="translate(150 150) scale(-1 1)"/><rect x="200" y="200" width="40" height="50"/>`,
    );
    expect(found.map(({ kind, wholly }) => [kind, wholly])).toEqual([
      ['same-outline', true],
      ['mirror', true],
    ]);
  });

  test('one with a hole and one without have the same outline, not the same cuts', () => {
    const [pair] = parts(
      `<path d="${ell}"/><circle cx="10" cy="60" r="4.7"/><path d="${ell}" transform="translate(100 0)"/>`,
    );
    expect(pair).toMatchObject({ kind: 'same-outline', wholly: false });
  });

  test('ways to fit: a square 4 and 4, a heart 1 and 1, an ell 1 and none, a disc any', () => {
    expect(waysToFit(box(30, 30), 0.25)).toEqual({ upright: 4, turnedOver: 4 });
    expect(waysToFit(polygon([0, 0], [20, 30], [12, 40], [0, 32], [-12, 40], [-20, 30]), 0.25)).toEqual({
      upright: 1,
      turnedOver: 1,
    });
    expect(waysToFit(polygon([0, 0], [40, 0], [40, 20], [20, 20], [20, 80], [0, 80]), 0.25)).toEqual({
      upright: 1,
      turnedOver: 0,
    });
    const disc = Array.from({ length: 200 }, (_none, i) => ({
      x: 20 * Math.cos(i * 0.0314159265),
      y: 20 * Math.sin(i * 0.0314159265),
    }));
    expect(waysToFit(disc, 0.25).upright).toBe(Infinity);
  });

  test('a batch of copies is looked at once, and each is told what it would be told alone', () => {
    const row = Array.from({ length: 40 }, (_, i) => `<path d="M${String(7 * i)} 2h6v4h-2v2h-4z"/>`).join('');
    const known: KnownWays = new Map();
    const batch = shapes(`${row}<rect y="40" width="20" height="20"/>`);
    const together = batch.map((shape) => understandPart(shape, CONTEXT, known));
    expect(known.size).toBe(2);
    expect(together).toEqual(batch.map((shape) => understandPart(shape, CONTEXT)));
  });
});

describe('difficulty', () => {
  const plain = {
    tightestRadius: 20,
    thinnestBridge: null,
    thicknessMm: 6.35,
    fragileTips: 0,
    sharpInsideCorners: 0,
    insideCuts: 0,
    cutLengthMm: 300,
    hardnessN: 2000,
  };
  test.each([
    ['a plain outline', {}, 'easy', []],
    ['a bridge thinner than the wood', { thinnestBridge: 5 }, 'moderate', ['thin-bridge']],
    [
      'half as thin, and tight curves',
      { thinnestBridge: 3, tightestRadius: 1 },
      'demanding',
      ['tight-curve', 'thin-bridge'],
    ],
    [
      'a fretwork in hard wood',
      { insideCuts: 60, sharpInsideCorners: 90, thinnestBridge: 2, hardnessN: 6400 },
      'very-demanding',
      ['thin-bridge', 'sharp-inside-corners', 'many-inside-cuts', 'hard-wood'],
    ],
  ] as const)('%s', (_name, changes, level, rules) => {
    const found = difficultyOf({ ...plain, ...changes });
    expect(found.level).toBe(level);
    expect(found.reasons.map(({ rule }) => rule)).toEqual(rules);
  });
});
