import { distance, flatten, indexSegments, moved, type Point } from '../geometry';
import { pierceHolesFor, type PierceHole } from '../patterns';
import { bitOfSizes, gangOfLayer, type Phase, type PlannedCut, type PlannedStack } from '../planning';
import { holeUseOf, PLAIN_HOLE, shapeOfPart, type HoleFit, type Part, type TemplateRevision } from '../products';
import { inches } from '../units';
import { hardnessClass } from '../wood';

/** One hole to drill in every pass of a phase. mm, in the frame of the stack. */
export interface DrillPlace {
  /** `entry`: the blade goes through; `stays`: it is a hole of the product. */
  readonly kind: 'entry' | 'stays';
  /** Id of the cut it opens, or of the hole. */
  readonly id: string;
  readonly partId: string;
  readonly at: Point;
  readonly diameterMm: number;
  readonly fit: HoleFit;
  /** null where it goes right through. */
  readonly depthMm: number | null;
  /** As its cut is sawn; 0 for what stays. */
  readonly tiltDegrees: number;
  /** Of an entry hole where in the waste it lies. */
  readonly place: PierceHole['place'] | null;
  /** The largest bit that has room; of what stays its own size. */
  readonly roomMm: number;
  /** Drilled first in hard wood, mm; null where nothing is. */
  readonly pilotMm: number | null;
  /** True where so little wood is left beside it that it wants a block to lean on. */
  readonly wantsSupport: boolean;
}

/** All holes of a phase, bit by bit, the smallest first; places in the order of the cuts, then of the holes. */
export interface DrillCard {
  readonly stackKey: string;
  readonly phaseKey: string;
  readonly bits: readonly { readonly diameterMm: number; readonly places: readonly DrillPlace[] }[];
}

/** From this size a hole that stays is piloted in hard wood, and by what, mm (common practice). */
const PILOTED_FROM = 6;
const PILOT = inches(1 / 8);
/** Thinner wood than this between a hole and the outline breaks out, mm (common practice: an eighth of an inch). */
const THIN_WALL = 3.2;

/** The places to drill in a phase of a stack. A part whose revision is not given has none. */
export function drillCard(stack: PlannedStack, phase: Phase, revisions: readonly TemplateRevision[]): DrillCard {
  const parts = new Map(
    revisions.flatMap(({ template }) => template.parts.map((part) => [part.id, { part, siblings: template.parts }])),
  );
  const isHard = phase.layerIds.some((id) =>
    gangOfLayer(id, stack).plies.some(({ wood }) => hardnessClass(wood.hardnessN) === 'hard'),
  );
  const own = new Set(phase.holes.map(({ partId }) => partId));
  const nearEdge = new Set([...own].flatMap((id) => parts.get(id)?.part ?? []).flatMap(holesNearEdge));
  const places = [
    ...entryPlaces(stack, phase, parts),
    ...phase.holes.map(({ holeId, partId, center, diameterMm }): DrillPlace => {
      const part = parts.get(partId)?.part;
      const use = part ? holeUseOf(part, holeId) : PLAIN_HOLE;
      return {
        kind: 'stays',
        id: holeId,
        partId,
        at: center,
        diameterMm,
        fit: use.fit,
        depthMm: use.depth?.mm ?? null,
        tiltDegrees: 0,
        place: null,
        roomMm: diameterMm,
        pilotMm: isHard && diameterMm >= PILOTED_FROM ? PILOT : null,
        wantsSupport: nearEdge.has(holeId),
      };
    }),
  ];
  const bits = bitOfSizes(places.map(({ diameterMm }) => diameterMm));
  return {
    stackKey: stack.key,
    phaseKey: phase.key,
    bits: [...new Set(bits.values())].map((diameterMm) => ({
      diameterMm,
      places: places.filter((place) => bits.get(place.diameterMm) === diameterMm),
    })),
  };
}

type Parts = ReadonlyMap<string, { readonly part: Part; readonly siblings: readonly Part[] }>;

/** The hole of every inside cut, where its part has room for it: the places that the pattern shows. */
function entryPlaces(stack: PlannedStack, phase: Phase, parts: Parts): DrillPlace[] {
  const cuts = new Map(phase.cuts.filter(({ kind }) => kind === 'inside').map((cut) => [cut.cutId, cut]));
  return [...new Set([...cuts.values()].map(({ partId }) => partId))].flatMap((partId) => {
    const known = parts.get(partId);
    const gang = stack.gangs.find((one) => one.parts.some((part) => part.partId === partId));
    if (!known || !gang) return [];
    const found = pierceHolesFor(shapeOfPart(known.part, known.siblings), {
      secondFor: (cutId) => cuts.get(cutId)?.entries === 2,
      bitFor: (cutId) => cuts.get(cutId)?.choice.bitMm ?? null,
    });
    return found.flatMap((hole) => {
      const cut = cuts.get(hole.cut);
      return cut ? [entryPlace(hole, cut, moved(gang.at, hole.at))] : [];
    });
  });
}

const entryPlace = (hole: PierceHole, { partId, rule, openingMm }: PlannedCut, at: Point): DrillPlace => ({
  kind: 'entry',
  id: hole.cut,
  partId,
  at,
  diameterMm: hole.bitMm,
  fit: 'plain',
  depthMm: null,
  tiltDegrees: rule.tiltDegrees,
  place: hole.place,
  roomMm: openingMm ?? hole.bitMm,
  pilotMm: null,
  wantsSupport: false,
});

/** Ids of the holes of a part that lie so near its outline that the wood between breaks out. */
function holesNearEdge({ outline, holes }: Part): string[] {
  const edge = indexSegments([{ points: flatten(outline.path), closed: true }]);
  const isNear = ({ center, diameterMm }: Part['holes'][number]): boolean => {
    const nearest = edge.nearest(center);
    return nearest !== null && distance(nearest.at, center) - diameterMm / 2 < THIN_WALL;
  };
  return holes.filter(isNear).map(({ id }) => id);
}
