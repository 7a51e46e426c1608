import type { Point } from '../geometry';

/** A line to saw, in the frame of the work, mm. */
export interface SawLine {
  readonly id: string;
  readonly kind: 'inside' | 'through' | 'outside';
  /** Lines of one blade, tilt and kind follow each other: the number of their group, in the order that the plan has. */
  readonly group: number;
  /** From where it is begun, round to there again or to its end; no two points in the same place. */
  readonly points: readonly Point[];
  readonly closed: boolean;
  readonly kerfMm: number;
  /** Where the blade goes in: its entry hole, or where it comes in from the edge. */
  readonly entry: Point;
}

/** The work: its lines, what is drilled already, and where the hands have it while an outline is sawn. */
export interface WorkToSaw {
  readonly lines: readonly SawLine[];
  /** Holes that are there before the first cut. */
  readonly holes: readonly (readonly Point[])[];
  /** Inside each outline the place with most wood round it, by the id of its line. */
  readonly heldAt: ReadonlyMap<string, Point>;
}
