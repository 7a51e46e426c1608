import { inOrder, moved, shift, turn, type Affine } from './affine';
import { undo } from './alike';
import { distance, type Point } from './point';
import type { SegmentIndex } from './segment-index';
import type { ShapeToFit } from './shape-to-fit';
import { SAME_POINT } from '../units';

/** Rounds in which one shape is laid on the other anew, by the same weights and by their largest gap. */
const ROUNDS_EVEN = 12;
const ROUNDS_LARGEST = 8;
/** How often the weights are made anew in a round. */
const WEIGHINGS = 40;
/** Every so many of the samples have a weight: few while all weigh the same, for any of them are a bound from below. */
const EVERY_EVEN = 16;
const EVERY_LARGEST = 4;
/** The points of an outline of up to so many have one too. */
const FEW_POINTS = 160;
/** The largest gap is found to within this share of the tolerance. */
const NEAR_ENOUGH = 0.01;

/** A shape turned about its centre of area by `angle`, radians, and then moved, mm. */
interface Pose {
  readonly angle: number;
  readonly x: number;
  readonly y: number;
}

/**
 * The angle near `angle` at which no point of either outline is further than `tolerance` mm from the other when the piece is
 * moved as suits it best, or null where there is none. First the mean square of the gaps is made least, which is a bound from
 * below; then the largest gap, by weights that grow with it (Lawson 1961).
 */
export function angleThatFits(piece: ShapeToFit, opening: ShapeToFit, angle: number, tolerance: number): number | null {
  let pose: Pose = { angle, x: 0, y: 0 };
  for (let round = 0; round < ROUNDS_EVEN + ROUNDS_LARGEST; round++) {
    const isEven = round < ROUNDS_EVEN;
    const gaps = gapsAt(piece, opening, pose, 4 * tolerance, isEven ? EVERY_EVEN : EVERY_LARGEST);
    if (gaps.every(({ off }) => off <= tolerance) && fits(piece, opening, pose, tolerance)) return pose.angle;
    const step = isEven ? evenStep(gaps) : largestStep(gaps, tolerance);
    const isStill =
      Math.hypot(step.x, step.y) + Math.abs(step.angle) * piece.meanRadius < (NEAR_ENOUGH * tolerance) / 2;
    if ((isStill || !isEven) && step.left > tolerance * (1 + NEAR_ENOUGH)) return null;
    if (isStill && !isEven) return null;
    // Where nothing more comes of it the largest gap has its turn.
    if (isStill) round = ROUNDS_EVEN - 1;
    pose = { angle: pose.angle + step.angle, x: pose.x + step.x, y: pose.y + step.y };
  }
  return null;
}

const moveOf = ({ angle, x, y }: Pose): Affine => inOrder(turn(angle), shift(x, y));

/** A point of one outline and the nearest of the other: how far they are apart and, along the line between them, what a step does to it. */
interface Gap {
  readonly off: number;
  readonly perAngle: number;
  readonly perX: number;
  readonly perY: number;
}

function gapsAt(piece: ShapeToFit, opening: ShapeToFit, pose: Pose, usual: number, every: number): Gap[] {
  const move = moveOf(pose);
  const back = undo(move);
  const gap = (p: Point, q: Point): Gap => {
    const off = distance(p, q);
    const [nx, ny] = off === 0 ? [0, 0] : [(p.x - q.x) / off, (p.y - q.y) / off];
    return { off, perX: nx, perY: ny, perAngle: ny * (p.x - pose.x) - nx * (p.y - pose.y) };
  };
  // Most are near, and looking no further is ten times as fast.
  const nearest = (to: Point, index: SegmentIndex): Point => (index.nearest(to, usual) ?? index.nearest(to))?.at ?? to;
  return [
    ...weighedOf(piece, every).map((point) => {
      const p = moved(move, point);
      return gap(p, nearest(p, opening.index));
    }),
    ...weighedOf(opening, every).map((q) => gap(moved(move, nearest(moved(back, q), piece.index)), q)),
  ];
}

function weighedOf({ samples, ring }: ShapeToFit, every: number): Point[] {
  const points = ring.length <= FEW_POINTS ? [...ring] : [];
  for (let i = 0; i < samples.length; i += every) points.push(samples[i] ?? ORIGIN);
  return points;
}
const ORIGIN: Point = { x: 0, y: 0 };

/** A step of the pose, and the mean gap that is left after it, by the weights it was found with. */
interface Step extends Pose {
  readonly left: number;
}

const evenStep = (gaps: readonly Gap[]): Step => weighedStep(gaps, new Float64Array(gaps.length).fill(1));

/** Under any weights what is left is a bound from below, so that nothing more is asked once it is over the tolerance. */
function largestStep(gaps: readonly Gap[], tolerance: number): Step {
  const weights = new Float64Array(gaps.length).fill(1);
  let step = weighedStep(gaps, weights);
  for (let n = 0; n < WEIGHINGS && step.left <= tolerance * (1 + NEAR_ENOUGH); n++) {
    let total = 0;
    gaps.forEach((gap, i) => (total += weights[i] = (weights[i] ?? 0) * Math.abs(after(gap, step))));
    if (total === 0) break;
    weights.forEach((weight, i) => (weights[i] = (weight * gaps.length) / total));
    step = weighedStep(gaps, weights);
  }
  return step;
}

const after = ({ off, perAngle, perX, perY }: Gap, step: Pose): number =>
  off + perAngle * step.angle + perX * step.x + perY * step.y;

/** The step that makes the weighed sum of squares least: three equations, by Cramer's rule. */
function weighedStep(gaps: readonly Gap[], weights: Float64Array): Step {
  let [aa, ax, ay, xx, xy, yy, a, x, y] = [0, 0, 0, 0, 0, 0, 0, 0, 0];
  for (let i = 0; i < gaps.length; i++) {
    const gap = gaps[i];
    if (!gap) continue;
    const w = weights[i] ?? 0;
    const [wa, wx, wy] = [w * gap.perAngle, w * gap.perX, w * gap.perY];
    aa += wa * gap.perAngle;
    ax += wa * gap.perX;
    ay += wa * gap.perY;
    xx += wx * gap.perX;
    xy += wx * gap.perY;
    yy += wy * gap.perY;
    a -= wa * gap.off;
    x -= wx * gap.off;
    y -= wy * gap.off;
  }
  const whole = determinant(aa, ax, ay, ax, xx, xy, ay, xy, yy);
  // Gaps that say nothing of one of the three (two discs, or none at all) ask for no step.
  const isFree = Math.abs(whole) < SAME_POINT ** 2;
  const step: Pose = isFree
    ? { angle: 0, x: 0, y: 0 }
    : {
        angle: determinant(a, ax, ay, x, xx, xy, y, xy, yy) / whole,
        x: determinant(aa, a, ay, ax, x, xy, ay, y, yy) / whole,
        y: determinant(aa, ax, a, ax, xx, x, ay, xy, y) / whole,
      };
  let [sum, total] = [0, 0];
  gaps.forEach((gap, i) => {
    const w = weights[i] ?? 0;
    sum += w * after(gap, step) ** 2;
    total += w;
  });
  return { ...step, left: total === 0 ? 0 : Math.sqrt(sum / total) };
}

const determinant = (...[a, b, c, d, e, f, g, h, i]: Nine): number =>
  a * (e * i - f * h) - b * (d * i - f * g) + c * (d * h - e * g);
type Nine = [number, number, number, number, number, number, number, number, number];

function fits(piece: ShapeToFit, opening: ShapeToFit, pose: Pose, tolerance: number): boolean {
  const move = moveOf(pose);
  const back = undo(move);
  const near = (points: readonly Point[], by: Affine, index: SegmentIndex): boolean =>
    points.every((point) => index.nearest(moved(by, point), tolerance * (1 + NEAR_ENOUGH)) !== null);
  return (
    near(piece.samples, move, opening.index) &&
    near(piece.ring, move, opening.index) &&
    near(opening.ring, back, piece.index) &&
    near(opening.samples, back, piece.index)
  );
}
