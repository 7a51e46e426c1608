import { eachSegment, thinnedLine, type Path, type Point, type Segment } from '../../geometry';

/**
 * The path with fewer points: runs of straight pieces lose every point that can go without moving the line by more than
 * `within` mm (Douglas and Peucker 1973). Arcs and curves stay as they are.
 */
export function simplifyPath(path: Path, within: number): Path {
  if (within <= 0) return path;
  const segments: Segment[] = [];
  let run: Point[] = [path.start];
  const finish = (): void => {
    for (const to of thinnedLine(run, within).slice(1)) segments.push({ kind: 'line', to });
    run = [];
  };
  eachSegment(path, (_from, segment) => {
    if (segment.kind === 'line') run.push(segment.to);
    else {
      finish();
      segments.push(segment);
      run = [segment.to];
    }
  });
  finish();
  return isStillARing(segments, path) ? { ...path, segments } : path;
}

/** A closed line needs three pieces, unless one of them is curved. */
const isStillARing = (segments: readonly Segment[], { closed }: Path): boolean =>
  !closed || segments.length > 2 || segments.some(({ kind }) => kind !== 'line');
