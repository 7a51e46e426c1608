import { SAME_POINT } from '../units';
import { norm, type Point } from './point';

/** A shape turned about its centre of area by `angle`, radians, and then moved, mm. */
export interface Pose {
  readonly angle: number;
  readonly x: number;
  readonly y: number;
}

/** A step of the pose, and the mean gap that is left after it, by the weights it was found with. */
export interface Step extends Pose {
  readonly left: number;
}

/** Columns of a gap: how far apart, what a step does to it by angle, x and y, and how much it weighs. */
const OFF = 0;
const PER_ANGLE = 1;
const PER_X = 2;
const PER_Y = 3;
const WEIGHT = 4;
const ROW = 5;

/**
 * Gaps between points of one outline and the nearest of another, and what a step of the pose does to each along the line between
 * them. One table of numbers: they are made by the thousand, for parts by the thousand.
 */
export class WeighedGaps {
  private readonly table: Float64Array;
  private end = 0;

  constructor(most: number) {
    this.table = new Float64Array(ROW * most);
  }

  /** Between p, which moves about `about`, and q. */
  add(p: Point, q: Point, about: Point): void {
    const off = norm(p.x - q.x, p.y - q.y);
    const nx = off === 0 ? 0 : (p.x - q.x) / off;
    const ny = off === 0 ? 0 : (p.y - q.y) / off;
    this.table[this.end + OFF] = off;
    this.table[this.end + PER_ANGLE] = ny * (p.x - about.x) - nx * (p.y - about.y);
    this.table[this.end + PER_X] = nx;
    this.table[this.end + PER_Y] = ny;
    this.table[this.end + WEIGHT] = 1;
    this.end += ROW;
  }

  areWithin(tolerance: number): boolean {
    for (let row = 0; row < this.end; row += ROW) if (this.at(row, OFF) > tolerance) return false;
    return true;
  }

  /** Makes each weigh more by what a step would leave of it; false where that is nothing of any. */
  weighAnew(step: Pose): boolean {
    let total = 0;
    for (let row = 0; row < this.end; row += ROW)
      total += this.table[row + WEIGHT] = this.at(row, WEIGHT) * Math.abs(this.leftOf(row, step));
    if (total === 0) return false;
    const count = this.end / ROW;
    for (let row = 0; row < this.end; row += ROW) this.table[row + WEIGHT] = (this.at(row, WEIGHT) * count) / total;
    return true;
  }

  /** The step that makes the weighed sum of squares least: three equations, by Cramer's rule. */
  step(): Step {
    let aa = 0;
    let ax = 0;
    let ay = 0;
    let xx = 0;
    let xy = 0;
    let yy = 0;
    let a = 0;
    let x = 0;
    let y = 0;
    for (let row = 0; row < this.end; row += ROW) {
      const off = this.at(row, OFF);
      const perAngle = this.at(row, PER_ANGLE);
      const perX = this.at(row, PER_X);
      const perY = this.at(row, PER_Y);
      const weight = this.at(row, WEIGHT);
      aa += weight * perAngle * perAngle;
      ax += weight * perAngle * perX;
      ay += weight * perAngle * perY;
      xx += weight * perX * perX;
      xy += weight * perX * perY;
      yy += weight * perY * perY;
      a -= weight * perAngle * off;
      x -= weight * perX * off;
      y -= weight * perY * off;
    }
    const whole = determinant(aa, ax, ay, ax, xx, xy, ay, xy, yy);
    // Gaps that say nothing of one of the three (two discs, or none at all) ask for no step.
    const isFree = Math.abs(whole) < SAME_POINT ** 2;
    const pose: Pose = isFree
      ? { angle: 0, x: 0, y: 0 }
      : {
          angle: determinant(a, ax, ay, x, xx, xy, y, xy, yy) / whole,
          x: determinant(aa, a, ay, ax, x, xy, ay, y, yy) / whole,
          y: determinant(aa, ax, a, ax, xx, x, ay, xy, y) / whole,
        };
    return { ...pose, left: this.leftAfter(pose) };
  }

  /** Root of the weighed mean of the squares of what a step leaves. */
  private leftAfter(step: Pose): number {
    let sum = 0;
    let total = 0;
    for (let row = 0; row < this.end; row += ROW) {
      const weight = this.at(row, WEIGHT);
      const left = this.leftOf(row, step);
      sum += weight * left * left;
      total += weight;
    }
    return total === 0 ? 0 : Math.sqrt(sum / total);
  }

  private leftOf(row: number, step: Pose): number {
    return (
      this.at(row, OFF) +
      this.at(row, PER_ANGLE) * step.angle +
      this.at(row, PER_X) * step.x +
      this.at(row, PER_Y) * step.y
    );
  }

  private at(row: number, column: number): number {
    return this.table[row + column] ?? 0;
  }
}

/** Of three rows of three. */
const determinant = (
  a: number,
  b: number,
  c: number,
  d: number,
  e: number,
  f: number,
  g: number,
  h: number,
  i: number,
): number => a * (e * i - f * h) - b * (d * i - f * g) + c * (d * h - e * g);
