import type { OrderedCut, Point } from '@rapid-jig/core';

/** Where the blade is at some moment of a phase. */
export interface SawMoment {
  /** Number of the cut that is being sawn, from 0. */
  readonly cut: number;
  /** What of it is sawn. */
  readonly sawn: readonly Point[];
  readonly at: Point;
  /** The way the blade goes through the wood, radians from the x axis. */
  readonly heading: number;
}

const lengthOf = (points: readonly Point[]): number =>
  points.slice(1).reduce((sum, p, i) => {
    const before = points[i];
    return before ? sum + Math.hypot(p.x - before.x, p.y - before.y) : sum;
  }, 0);

/** The line of a cut as the blade goes it: from its entry to the line, round, and to where it began. */
const trackOf = ({ entry, points, kind }: OrderedCut): Point[] => {
  const [start] = points;
  return kind === 'through' || !start ? [...points] : [entry, ...points, start];
};

/** The cuts of a phase as one way, by its length, mm. */
export class SawTrack {
  readonly tracks: readonly (readonly Point[])[];
  /** Where each cut begins on the way, and where the last ends. */
  readonly begins: readonly number[];

  constructor(cuts: readonly OrderedCut[]) {
    this.tracks = cuts.map(trackOf);
    let sum = 0;
    this.begins = [0, ...this.tracks.map((track) => (sum += lengthOf(track)))];
  }

  get lengthMm(): number {
    return this.begins[this.begins.length - 1] ?? 0;
  }

  /** The moment at so many mm of the way. */
  at(mm: number): SawMoment | null {
    const cut = Math.min(this.tracks.length - 1, Math.max(0, this.begins.findIndex((begin) => begin > mm) - 1));
    const track = this.tracks[mm >= this.lengthMm ? this.tracks.length - 1 : cut];
    const number = mm >= this.lengthMm ? this.tracks.length - 1 : cut;
    const [first] = track ?? [];
    if (!track || !first) return null;
    let left = mm - (this.begins[number] ?? 0);
    const sawn: Point[] = [first];
    let [at, heading] = [first, 0];
    for (let i = 1; i < track.length; i++) {
      const [p, q] = [track[i - 1], track[i]];
      if (!p || !q) break;
      const length = Math.hypot(q.x - p.x, q.y - p.y);
      if (length === 0) continue;
      heading = Math.atan2(q.y - p.y, q.x - p.x);
      const share = Math.min(1, left / length);
      at = { x: p.x + (q.x - p.x) * share, y: p.y + (q.y - p.y) * share };
      sawn.push(at);
      left -= length;
      if (left <= 0) break;
    }
    return { cut: number, sawn, at, heading };
  }
}
