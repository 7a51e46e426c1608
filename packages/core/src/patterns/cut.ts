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
}

/**
 * Measures one cut. On an outline the inside corners are the hollow ones; in an inside cut they are those of the
 * opening, since the wood that stays is around it; on a through cut every corner has wood all round. `bends` may be
 * given where they are known already.
 */
export function measureCut(path: Path, kind: CutKind, { corners, tightest }: Bends = bendsOf(path)): CutMeasure {
  const ahead = Math.sign(signedArea(path)) * (kind === 'outside' ? -1 : 1);
  return {
    lengthMm: pathLength(path),
    corners: corners.length,
    sharpInsideCorners:
      kind === 'through' ? corners.length : corners.filter(({ turn }) => Math.sign(turn) === ahead).length,
    tightest,
  };
}
