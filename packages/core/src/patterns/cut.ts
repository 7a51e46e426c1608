import { bendsOf, pathLength, signedArea, type Bends, type Path, type Point } from '../geometry';

/** `through` is an open line from edge to edge: it needs no pierce hole and parts the piece. */
export type CutKind = 'outside' | 'inside' | 'through';

/** What a cut is like to saw. */
export interface CutMeasure {
  readonly lengthMm: number;
  /** Corners of any kind. */
  readonly corners: number;
  /** Corners that the blade must turn in with wood standing all round. */
  readonly sharpInsideCorners: number;
  /** The tightest curve that can be steered, or null where all is straight. */
  readonly tightest: { readonly radius: number; readonly at: Point } | null;
  /** How far its curves turn all told, radians: by so much the work is turned while it is fed. Corners are left out. */
  readonly turning: number;
}

/**
 * Whether a turn of a cut (radians, positive to the left) is one that the blade makes with wood that stays all round. On an outline
 * those are the hollow ones; in an inside cut those of the opening, since the wood that stays is around it; on a through cut all.
 */
export function turnsInWood(path: Path, kind: CutKind): (turn: number) => boolean {
  const ahead = Math.sign(signedArea(path)) * (kind === 'outside' ? -1 : 1);
  return (turn) => kind === 'through' || Math.sign(turn) === ahead;
}

/**
 * Measures one cut: see {@link turnsInWood} for its inside corners. `bends` may be given where they are known already.
 */
export function measureCut(
  path: Path,
  kind: CutKind,
  { corners, tightest, turning }: Bends = bendsOf(path),
): CutMeasure {
  const isInside = turnsInWood(path, kind);
  return {
    lengthMm: pathLength(path),
    corners: corners.length,
    sharpInsideCorners: corners.filter(({ turn }) => isInside(turn)).length,
    tightest,
    turning,
  };
}
