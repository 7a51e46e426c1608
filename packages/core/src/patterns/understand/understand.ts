import {
  bendsOf,
  flatten,
  isInside,
  piecesOf,
  signedArea,
  thinnestBridge,
  type Bends,
  type Bridge,
  type Path,
  type Pieces,
  type Point,
} from '../../geometry';
import { measureCut, turnsInWood, type CutKind, type CutMeasure } from '../cut';
import { JOIN_WITHIN } from '../steps';
import { difficultyOf, type Difficulty } from './difficulty';
import { waysOf, type KnownWays, type WaysToFit } from './likeness';
import { woodRings, type PartShape, type ShapeLine } from './part-shape';
import { openingRoom, pierceHoles, type NoPierceHole, type PierceHole } from './pierce';
import { standOf, type Stand } from './stand';
import { fragileTips, type Tip } from './tips';

/** What is needed beside the lines to place pierce holes. */
export interface SawnIn {
  /** True for an inside cut that gets a second hole where there is room: a spare start, and relief. */
  readonly secondFor: (cut: string) => boolean;
  /** The bit for a cut, mm, as whoever chooses blades says it; null where none serves. */
  readonly bitFor: (cut: string, measure: CutMeasure, openingMm: number) => number | null;
}

/** What is needed beside the lines to judge a part. */
export interface UnderstandingOf extends SawnIn {
  readonly thicknessMm: number;
  readonly hardnessN: number;
  /** Within this two outlines are the same, mm. */
  readonly fitTolerance: number;
}

export type CornerKind = 'sharp' | 'square' | 'blunt';

export interface PlacedCorner {
  readonly at: Point;
  readonly kind: CornerKind;
  /** True where the blade must turn with wood standing all round. */
  readonly inside: boolean;
}

export interface PartUnderstanding {
  /** Id of the part or its outline. */
  readonly part: string;
  readonly lengthMm: { readonly outside: number; readonly inside: number; readonly through: number };
  /** Wood that stays, mm2. */
  readonly areaMm2: number;
  readonly corners: readonly PlacedCorner[];
  readonly tightest: { readonly radius: number; readonly at: Point } | null;
  readonly bridge: Bridge | null;
  readonly tips: readonly Tip[];
  /** Pieces that fall out of inside cuts and are parts of their own: counters of letters among them. */
  readonly falling: readonly { readonly line: string; readonly at: Point }[];
  readonly ways: WaysToFit;
  readonly stand: Stand;
  readonly pierce: readonly PierceHole[];
  readonly noPierce: readonly NoPierceHole[];
  /** Pieces that its through cuts leave; one piece without them. */
  readonly pieces: Pieces;
  readonly difficulty: Difficulty;
}

/**
 * Everything there is to know of a part from its lines. Pure; about a second for a fretwork of 100,000 points. `known` is
 * passed from part to part of one drawing and one tolerance, so that a copy's ways to fit are not looked for again.
 */
export function understandPart(
  shape: PartShape,
  context: UnderstandingOf,
  known: KnownWays = new Map<string, WaysToFit>(),
): PartUnderstanding {
  const rings = woodRings(shape);
  const outline = rings[0] ?? [];
  const inner = rings.slice(1, 1 + shape.inside.length);
  const cuts = cutsIn(shape);
  const measures = cuts.map(({ measure }) => measure);
  const tightest = measures
    .flatMap((measure) => measure.tightest ?? [])
    .reduce<PartUnderstanding['tightest']>((best, one) => (best && best.radius <= one.radius ? best : one), null);
  const bridge = thinnestBridge(rings);
  const tips = fragileTips(rings);
  const lengthMm = {
    outside: lengthOf(cuts, 'outside'),
    inside: lengthOf(cuts, 'inside'),
    through: lengthOf(cuts, 'through'),
  };
  return {
    part: shape.id,
    lengthMm,
    areaMm2:
      Math.abs(signedArea(shape.outline.path)) -
      sum(shape.inside, ({ path }) => Math.abs(signedArea(path))) -
      sum(shape.drilled, ({ diameterMm }) => (Math.PI / 4) * diameterMm ** 2),
    corners: cuts.flatMap(cornersOf),
    tightest,
    bridge,
    tips,
    falling: shape.falling.map(({ id, path }) => ({ line: id, at: path.start })),
    ways: waysOf(shape.outline.path, outline, context.fitTolerance, known),
    stand: standOf(rings, shape.base),
    ...pierceAll(shape, cuts, context),
    pieces: piecesIn(outline, inner, shape.through),
    difficulty: difficultyOf({
      tightestRadius: tightest?.radius ?? null,
      thinnestBridge: bridge?.width ?? null,
      thicknessMm: context.thicknessMm,
      fragileTips: tips.length,
      sharpInsideCorners: measures.reduce((total, { sharpInsideCorners }) => total + sharpInsideCorners, 0),
      insideCuts: shape.inside.length,
      cutLengthMm: lengthMm.outside + lengthMm.inside + lengthMm.through,
      hardnessN: context.hardnessN,
    }),
  };
}

const sum = <T>(items: readonly T[], of: (item: T) => number): number =>
  items.reduce((total, item) => total + of(item), 0);

/** The pierce holes of a part alone, for those who need nothing else of it. */
export const pierceHolesFor = (shape: PartShape, context: SawnIn): readonly PierceHole[] =>
  pierceAll(shape, cutsIn(shape), context).pierce;

/** A cut with what is measured of it; its bends are found once for all that asks for them. */
interface KnownCut {
  readonly id: string;
  readonly path: Path;
  readonly kind: CutKind;
  readonly bends: Bends;
  readonly measure: CutMeasure;
}

function cutsIn({ outline, inside, through }: PartShape): KnownCut[] {
  const known = ({ id, path }: ShapeLine, kind: CutKind): KnownCut => {
    const bends = bendsOf(path);
    return { id, path, kind, bends, measure: measureCut(path, kind, bends) };
  };
  return [
    known(outline, 'outside'),
    ...inside.map((line) => known(line, 'inside')),
    ...through.map((line) => known(line, 'through')),
  ];
}

const lengthOf = (cuts: readonly KnownCut[], kind: CutKind): number =>
  sum(
    cuts.filter((cut) => cut.kind === kind),
    ({ measure }) => measure.lengthMm,
  );

/** Less than this between its arms makes a corner sharp; more than the other, blunt; radians. */
const SHARP_BELOW = Math.PI / 3;
const BLUNT_ABOVE = (2 * Math.PI) / 3;

function cornersOf({ path, kind, bends }: KnownCut): PlacedCorner[] {
  const isInside = turnsInWood(path, kind);
  return bends.corners.map(({ at, turn }) => {
    const between = Math.PI - Math.abs(turn);
    return {
      at,
      kind: between < SHARP_BELOW ? 'sharp' : between > BLUNT_ABOVE ? 'blunt' : 'square',
      inside: isInside(turn),
    };
  });
}

function pierceAll(
  shape: PartShape,
  cuts: readonly KnownCut[],
  context: SawnIn,
): Pick<PartUnderstanding, 'pierce' | 'noPierce'> {
  const [pierce, noPierce]: [PierceHole[], NoPierceHole[]] = [[], []];
  for (const cut of cuts.filter(({ kind }) => kind === 'inside')) {
    const kept = keptIn(cut.path, shape);
    const openingMm = openingRoom(cut.path, kept);
    const bitMm = context.bitFor(cut.id, cut.measure, openingMm);
    if (bitMm === null) {
      noPierce.push({ cut: cut.id, at: cut.path.start, bitMm, roomMm: openingMm });
      continue;
    }
    const found = pierceHoles(cut, kept, bitMm, context.secondFor(cut.id));
    if ('roomMm' in found) noPierce.push(found);
    else pierce.push(...found);
  }
  return { pierce, noPierce };
}

/** Pieces of their own that fall out of an inside cut. */
export function keptIn(path: Path, { falling }: Pick<PartShape, 'falling'>): Path[] {
  if (falling.length === 0) return [];
  const ring = flatten(path);
  return falling.filter((piece) => isInside(piece.path.start, ring)).map((piece) => piece.path);
}

/** The pieces that through cuts part a part in: its outline and the openings in it as rings. Without through cuts none are told. */
export function piecesIn(
  outline: readonly Point[],
  holes: readonly (readonly Point[])[],
  through: readonly ShapeLine[],
): Pieces {
  if (through.length === 0) return { pieces: [], looseEnds: [] };
  const lines = through.map(({ path }) => ({ points: flatten(path), closed: path.closed }));
  return piecesOf(outline, holes, lines, JOIN_WITHIN);
}
