import { bendsOf, pathLength, signedArea, type Path, type Point } from '../geometry';

export type CutKind = 'outside' | 'inside';

/** What a cut is like to saw. */
export interface CutMeasure {
  readonly lengthMm: number;
  /** Corners of any kind. */
  readonly corners: number;
  /** Corners that the blade must turn in with wood standing all round. */
  readonly sharpInsideCorners: number;
  /** The tightest curve that can be steered, or null where all is straight. */
  readonly tightest: { readonly radius: number; readonly at: Point } | null;
}

/**
 * Measures one closed cut. On an outline the inside corners are the hollow ones; in an inside cut they are those of
 * the opening, since the wood that stays is around it.
 */
export function measureCut(path: Path, kind: CutKind): CutMeasure {
  const { corners, tightest } = bendsOf(path);
  const ahead = Math.sign(signedArea(path)) * (kind === 'outside' ? -1 : 1);
  return {
    lengthMm: pathLength(path),
    corners: corners.length,
    sharpInsideCorners: corners.filter(({ turn }) => Math.sign(turn) === ahead).length,
    tightest,
  };
}
