import { inOrder, moved, shift, turn, type Affine } from './affine';
import { undo } from './alike';
import { norm, type Point } from './point';
import type { ShapeToFit } from './shape-to-fit';
import { WeighedGaps, type Pose, type Step } from './weighed-gaps';

/** Rounds in which one shape is laid on the other anew, by the same weights and by their largest gap. */
const ROUNDS_EVEN = 12;
const ROUNDS_LARGEST = 8;
/** How often the weights are made anew in a round. */
const WEIGHINGS = 40;
/** A step of less than this share of the tolerance is none: by the same weights, where only a start is wanted. */
const STILL_EVEN = 0.05;
/** The largest gap is found to within this share of the tolerance. */
const NEAR_ENOUGH = 0.01;

/**
 * The angle near `angle` at which no point of either outline is further than `tolerance` mm from the other when the piece is
 * moved as suits it best, or null where there is none. First the mean square of the gaps is made least, which is a bound from
 * below; then the largest gap, by weights that grow with it (Lawson 1961).
 */
export function angleThatFits(piece: ShapeToFit, opening: ShapeToFit, angle: number, tolerance: number): number | null {
  let pose: Pose = { angle, x: 0, y: 0 };
  for (let round = 0; round < ROUNDS_EVEN + ROUNDS_LARGEST; round++) {
    const isEven = round < ROUNDS_EVEN;
    const gaps = gapsAt(piece, opening, pose, 4 * tolerance, isEven ? 'few' : 'many');
    if (gaps.areWithin(tolerance) && fits(piece, opening, pose, tolerance)) return pose.angle;
    const step = isEven ? gaps.step() : largestStep(gaps, tolerance);
    const moves = norm(step.x, step.y) + Math.abs(step.angle) * piece.meanRadius;
    const isStill = moves < (isEven ? STILL_EVEN : NEAR_ENOUGH / 2) * tolerance;
    // While it still moves, the nearest points move along too, and less may be left in the end.
    if (step.left > tolerance * (1 + NEAR_ENOUGH) + (isEven && !isStill ? moves / 3 : 0)) return null;
    if (isStill && !isEven) return null;
    // Where nothing more comes of it the largest gap has its turn.
    if (isStill) round = ROUNDS_EVEN - 1;
    pose = { angle: pose.angle + step.angle, x: pose.x + step.x, y: pose.y + step.y };
  }
  return null;
}

const moveOf = ({ angle, x, y }: Pose): Affine => inOrder(turn(angle), shift(x, y));

function gapsAt(
  piece: ShapeToFit,
  opening: ShapeToFit,
  pose: Pose,
  usual: number,
  weighed: 'few' | 'many',
): WeighedGaps {
  const move = moveOf(pose);
  const back = undo(move);
  const [onPiece, onOpening] = [piece[weighed], opening[weighed]];
  const gaps = new WeighedGaps(onPiece.length + onOpening.length);
  // Most are near, and looking no further is ten times as fast.
  const nearest = (to: Point, of: ShapeToFit): Point => of.nearest(to, usual) ?? of.nearest(to) ?? to;
  for (const point of onPiece) {
    const p = moved(move, point);
    gaps.add(p, nearest(p, opening), pose);
  }
  for (const q of onOpening) gaps.add(moved(move, nearest(moved(back, q), piece)), q, pose);
  return gaps;
}

/** Under any weights what is left is a bound from below, so that nothing more is asked once it is over the tolerance. */
function largestStep(gaps: WeighedGaps, tolerance: number): Step {
  let step = gaps.step();
  for (let n = 0; n < WEIGHINGS && step.left <= tolerance * (1 + NEAR_ENOUGH) && gaps.weighAnew(step); n++)
    step = gaps.step();
  return step;
}

function fits(piece: ShapeToFit, opening: ShapeToFit, pose: Pose, tolerance: number): boolean {
  const move = moveOf(pose);
  const back = undo(move);
  const near = (points: readonly Point[], by: Affine, shape: ShapeToFit): boolean =>
    points.every((point) => shape.nearest(moved(by, point), tolerance * (1 + NEAR_ENOUGH)) !== null);
  return (
    near(piece.samples, move, opening) &&
    near(piece.ring, move, opening) &&
    near(opening.ring, back, piece) &&
    near(opening.samples, back, piece)
  );
}
