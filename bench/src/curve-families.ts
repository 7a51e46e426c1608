import type { Path, Point, Segment } from '@rapid-jig/core';
import { randomFrom } from './random';

/** A line whose tightest curve and corners are known by how it was made. */
export interface KnownLine {
  readonly path: Path;
  /** Radius of its tightest curve, mm; null where it is not asked. */
  readonly radius: number | null;
  readonly corners: number;
}

export interface CurveFamily {
  readonly name: string;
  /** How far the radius may be off, as a share. */
  readonly within: number;
  readonly make: (seed: number) => KnownLine;
}

type Random = () => number;
const between = (random: Random, low: number, high: number): number => low + random() * (high - low);
const whole = (random: Random, low: number, high: number): number => Math.floor(between(random, low, high + 1));
/** Spread evenly over orders of size. */
const scaled = (random: Random, low: number, high: number): number =>
  Math.exp(between(random, Math.log(low), Math.log(high)));

const polyline = (points: readonly Point[], closed = true): Path => ({
  start: points[0] ?? { x: 0, y: 0 },
  segments: points.slice(1).map((to) => ({ kind: 'line', to })),
  closed,
});

/** A curve given by its point at each angle, walked in even steps and written to so many decimals. */
function traced(at: (angle: number) => Point, from: number, to: number, step: number, decimals: number): Point[] {
  const fine = 100_000;
  const points: Point[] = [];
  let [last, walked] = [at(from), step];
  for (let i = 0; i < fine; i++) {
    const p = at(from + ((to - from) * i) / fine);
    walked += Math.hypot(p.x - last.x, p.y - last.y);
    last = p;
    if (walked < step) continue;
    walked -= step;
    points.push(rounded(p, decimals));
  }
  return points;
}

const rounded = ({ x, y }: Point, decimals: number): Point => ({
  x: Number(x.toFixed(decimals)),
  y: Number(y.toFixed(decimals)),
});

function turned(random: Random): (x: number, y: number) => Point {
  const [angle, cx, cy] = [between(random, 0, 7), between(random, 0, 200), between(random, 0, 200)];
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  return (x, y) => ({ x: cx + x * c - y * s, y: cy + x * s + y * c });
}

/** A step of a traced line, at most a fifth of the radius. */
const stepFor = (random: Random, radius: number): number => scaled(random, 0.02, Math.min(1, radius / 5));

function roundedBox(seed: number): KnownLine {
  const random = randomFrom(seed);
  const radii = [0, 1, 2, 3].map(() => scaled(random, 0.6, 20));
  const [w, h] = [between(random, 45, 90), between(random, 45, 90)];
  const place = turned(random);
  const corner = [
    { x: w, y: 0, a: -Math.PI / 2 },
    { x: w, y: h, a: 0 },
    { x: 0, y: h, a: Math.PI / 2 },
    { x: 0, y: 0, a: Math.PI },
  ];
  const segments: Segment[] = corner.flatMap(({ x, y, a }, i) => {
    const r = radii[i] ?? 1;
    const [cx, cy] = [x === 0 ? r : w - r, y === 0 ? r : h - r];
    const on = (angle: number): Point => place(cx + r * Math.cos(angle), cy + r * Math.sin(angle));
    return [
      { kind: 'line', to: on(a) },
      { kind: 'arc', to: on(a + Math.PI / 2), center: place(cx, cy), sweep: Math.PI / 2 },
    ] as const;
  });
  const last = segments[segments.length - 1];
  return { path: { start: last?.to ?? place(0, 0), segments, closed: true }, radius: Math.min(...radii), corners: 0 };
}

/** One cubic; the truth by differences of its points, the closest a thousandth of a thousandth of it apart. */
function oneCubic(seed: number): KnownLine {
  const random = randomFrom(seed);
  for (;;) {
    const p = [0, 1, 2, 3].map(() => ({ x: between(random, 0, 40), y: between(random, 0, 40) })) as [
      Point,
      Point,
      Point,
      Point,
    ];
    const radius = leastRadius((t) => onCubic(p, t));
    if (radius > 0.55)
      return {
        path: { start: p[0], segments: [{ kind: 'cubic', c1: p[1], c2: p[2], to: p[3] }], closed: false },
        radius,
        corners: 0,
      };
  }
}

function onCubic([a, b, c, d]: readonly [Point, Point, Point, Point], t: number): Point {
  const mix = (p: Point, q: Point): Point => ({ x: p.x + t * (q.x - p.x), y: p.y + t * (q.y - p.y) });
  const [ab, bc, cd] = [mix(a, b), mix(b, c), mix(c, d)];
  return mix(mix(ab, bc), mix(bc, cd));
}

/** Least radius of a curve from t = 0 to 1, or of the curve moved outwards by a distance: each radius grows by it where the curve bulges, and shrinks in its hollows. */
function leastRadius(at: (t: number) => Point, movedBy = 0): number {
  const d = 1e-4;
  let least = Infinity;
  for (let i = 0; i <= 20_000; i++) {
    const t = d + ((1 - 2 * d) * i) / 20_000;
    least = Math.min(least, Math.abs(radiusThrough(at(t - d), at(t), at(t + d)) + movedBy));
  }
  return least;
}

/** Of the circle through three near points, positive where they turn to the left. */
function radiusThrough(a: Point, b: Point, c: Point): number {
  const sides = Math.hypot(b.x - a.x, b.y - a.y) * Math.hypot(c.x - b.x, c.y - b.y) * Math.hypot(c.x - a.x, c.y - a.y);
  return sides / (2 * ((b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x)));
}

/** The quarter of an ellipse as every drawing program writes it. */
const KAPPA = 0.5522847498;

function ellipseOfCubics(seed: number): KnownLine {
  const random = randomFrom(seed);
  const [a, b] = ellipseSides(random);
  const place = turned(random);
  const quarters = [0, 1, 2, 3].map((q): Segment => {
    const [c, s] = [
      [1, 0],
      [0, 1],
      [-1, 0],
      [0, -1],
    ][q] as [number, number];
    const on = (u: number, v: number): Point => place(a * (c * u - s * v), b * (s * u + c * v));
    return { kind: 'cubic', c1: on(1, KAPPA), c2: on(KAPPA, 1), to: on(0, 1) };
  });
  return { path: { start: place(a, 0), segments: quarters, closed: true }, radius: (b * b) / a, corners: 0 };
}

function ellipseSides(random: Random): [number, number] {
  const a = between(random, 8, 40);
  return [a, Math.max(Math.sqrt(0.8 * a), a * between(random, 0.3, 1))];
}

function circleSides(random: Random): [number, number] {
  const radius = scaled(random, 0.8, 80);
  return [radius, radius];
}

const tracedEllipse =
  (sides: (random: Random) => [number, number], decimals: number) =>
  (seed: number): KnownLine => {
    const random = randomFrom(seed);
    const [a, b] = sides(random);
    const place = turned(random);
    const radius = (b * b) / a;
    const step = stepFor(random, radius);
    const points = traced((t) => place(a * Math.cos(t), b * Math.sin(t)), 0, 2 * Math.PI, step, decimals);
    return { path: polyline(points), radius, corners: 0 };
  };

/** A wavy ring moved outwards or inwards by a distance, as programs write an offset: as points. */
function offsetCurve(seed: number): KnownLine {
  const random = randomFrom(seed);
  const place = turned(random);
  for (;;) {
    const [r, waves, high, by] = [
      between(random, 15, 50),
      whole(random, 2, 7),
      between(random, 0.3, 4),
      between(random, -3, 3),
    ];
    const plain = (t: number): Point => {
      const away = r + high * Math.sin(waves * t);
      return { x: away * Math.cos(t), y: away * Math.sin(t) };
    };
    const moved = (t: number): Point => {
      const [p, q] = [plain(t - 1e-5), plain(t + 1e-5)];
      const [dx, dy] = [q.x - p.x, q.y - p.y];
      const at = plain(t);
      return { x: at.x + (dy / Math.hypot(dx, dy)) * by, y: at.y - (dx / Math.hypot(dx, dy)) * by };
    };
    const round = (t: number): Point => plain(2 * Math.PI * t);
    const least = leastRadius(round, by);
    if (leastRadius(round) < Math.abs(by) + 1 || least < 1) continue;
    const points = traced(
      (t) => {
        const p = moved(t);
        return place(p.x, p.y);
      },
      0,
      2 * Math.PI,
      stepFor(random, least),
      whole(random, 2, 3),
    );
    return { path: polyline(points), radius: least, corners: 0 };
  }
}

/** A star-shaped polygon with known corners, its sides walked in steps, each corner sharp or rounded by so small an arc in a few lines. */
function polygonIn(seed: number, roundBy: (random: Random) => number): KnownLine {
  const random = randomFrom(seed);
  const place = turned(random);
  const n = whole(random, 3, 7);
  const away = between(random, 12, 40);
  const at = Array.from({ length: n }, (_, i) => {
    const angle = (2 * Math.PI * (i + between(random, -0.15, 0.15))) / n;
    return { x: away * Math.cos(angle), y: away * Math.sin(angle) };
  });
  const decimals = whole(random, 2, 3);
  const step = scaled(random, 0.02, 1);
  const points: Point[] = [];
  at.forEach((corner, i) => {
    const [before, after] = [at[(i + n - 1) % n] ?? corner, at[(i + 1) % n] ?? corner];
    points.push(...filleted(before, corner, after, roundBy(random), whole(random, 3, 5)));
  });
  const walked = points.flatMap((p, i) => {
    const q = points[(i + 1) % points.length] ?? p;
    const steps = Math.max(1, Math.floor(Math.hypot(q.x - p.x, q.y - p.y) / step));
    return Array.from({ length: steps }, (_, k) =>
      place(p.x + ((q.x - p.x) * k) / steps, p.y + ((q.y - p.y) * k) / steps),
    );
  });
  return { path: polyline(walked.map((p) => rounded(p, decimals))), radius: null, corners: n };
}

function filleted(before: Point, corner: Point, after: Point, radius: number, lines: number): Point[] {
  if (radius === 0) return [corner];
  const unit = (p: Point): Point => {
    const size = Math.hypot(p.x - corner.x, p.y - corner.y);
    return { x: (p.x - corner.x) / size, y: (p.y - corner.y) / size };
  };
  const [u, v] = [unit(before), unit(after)];
  const half = Math.acos(u.x * v.x + u.y * v.y) / 2;
  const mid = { x: u.x + v.x, y: u.y + v.y };
  const size = Math.hypot(mid.x, mid.y);
  const center = {
    x: corner.x + (mid.x / size) * (radius / Math.sin(half)),
    y: corner.y + (mid.y / size) * (radius / Math.sin(half)),
  };
  const back = radius / Math.tan(half);
  const start = { x: corner.x + u.x * back - center.x, y: corner.y + u.y * back - center.y };
  const turn = Math.PI - 2 * half;
  return Array.from({ length: lines + 1 }, (_, i) => {
    const angle = (turn * i) / lines;
    return {
      x: center.x + start.x * Math.cos(angle) - start.y * Math.sin(angle),
      y: center.y + start.x * Math.sin(angle) + start.y * Math.cos(angle),
    };
  });
}

export const CURVE_FAMILIES: readonly CurveFamily[] = [
  { name: 'boxes rounded by arcs', within: 0.03, make: roundedBox },
  { name: 'one cubic', within: 0.03, make: oneCubic },
  { name: 'ellipses of four cubics', within: 0.03, make: ellipseOfCubics },
  { name: 'circles in steps, 3 decimals', within: 0.1, make: tracedEllipse(circleSides, 3) },
  { name: 'circles in steps, 2 decimals', within: 0.1, make: tracedEllipse(circleSides, 2) },
  { name: 'ellipses in steps, 3 decimals', within: 0.1, make: tracedEllipse(ellipseSides, 3) },
  { name: 'ellipses in steps, 2 decimals', within: 0.1, make: tracedEllipse(ellipseSides, 2) },
  { name: 'offset curves in steps', within: 0.1, make: offsetCurve },
  { name: 'polygons in steps', within: 0.1, make: (seed) => polygonIn(seed, () => 0) },
  {
    name: 'polygons rounded by 0.02 to 0.3 mm',
    within: 0.1,
    make: (seed) => polygonIn(seed, (random) => scaled(random, 0.02, 0.3)),
  },
];
