import { IDENTITY, inOrder, turnsOver, undo, type Affine } from '../../geometry';
import { isSameCut, isSameHole, placeOn } from '../../products';
import { LARGEST_BIT } from '../../blades';
import { toNm } from '../../units';
import { isTilted } from './tilt';
import type { StackWishes } from '../model/wishes';
import type { Gang, GangCut, GangHole } from '../model/stack';

/** Of more kinds of layers than these not every mix can be weighed; the next ones of that outline are a family of their own. */
export const MOST_KINDS = 6;

/** A gang as it lies in its family. */
export interface Member {
  readonly gang: Gang;
  /** From the frame of its drawing into that of the first member. */
  readonly at: Affine;
  readonly turnedOver: boolean;
  /**
   * Members of one kind are of one wood and thickness, have the same cuts and holes and the same place in a body: any may lie where
   * another does.
   */
  readonly kind: number;
}

/** A line or hole that some members have in the same place of the wood: what one has of it, by the place of the member. */
export interface Feature<T> {
  readonly of: readonly (T | null)[];
}

/** Gangs that may be cut together: their outlines are the same, or mirror images. A gang that fits no other is one of its own. */
export interface Family {
  readonly members: readonly Member[];
  readonly cuts: readonly Feature<GangCut>[];
  readonly holes: readonly Feature<GangHole>[];
}

/**
 * Groups gangs whose outline is the same, laid straight, turned by quarters, or turned over: see {@link placeOn}. Layers
 * of one body come together first, then whatever else fits. What has pinned layers, several parts on its blank, or shall
 * stay apart is alone; but what was sawn with others before it was set apart stays with them, so that a pass which is begun is
 * sawn to its end: `sawnTogether` has the keys of such gangs, and no new mix holds them with others. In the order of the gangs.
 */
export function formFamilies(
  gangs: readonly Gang[],
  wishes: Pick<StackWishes, 'apart' | 'most'>,
  sawnTogether: ReadonlySet<string>,
): Family[] {
  const families: Member[][] = [];
  const bySize = new Map<string, Member[][]>();
  for (const gang of bodiesFirst(gangs)) {
    const mayJoin = !staysApart(gang, wishes.apart) || sawnTogether.has(gang.key);
    const joins = gang.parts.length === 1 && gang.pinnedLayers === null && mayJoin;
    const sizes = joins ? sizesNear(gang) : [];
    const found = sizes
      .flatMap((size) => bySize.get(size) ?? [])
      .flatMap((family) => {
        const at = placeIn(family, gang);
        const kind = at ? kindIn(family, gang, at, wishes) : MOST_KINDS;
        return at && kind < MOST_KINDS ? [{ family, at, kind }] : [];
      })[0];
    if (found) {
      found.family.push({ gang, at: found.at, turnedOver: turnsOver(found.at), kind: found.kind });
      continue;
    }
    const own = [{ gang, at: IDENTITY, turnedOver: false, kind: 0 }];
    families.push(own);
    const [size] = sizes;
    if (size !== undefined) bySize.set(size, [...(bySize.get(size) ?? []), own]);
  }
  const place = new Map(gangs.map((gang, i) => [gang, i]));
  const first = (members: readonly Member[]): number => Math.min(...members.map(({ gang }) => place.get(gang) ?? 0));
  return families.sort((a, b) => first(a) - first(b)).map(familyOf);
}

/** True of what shall lie in no stack with others. */
export const staysApart = ({ parts }: Pick<Gang, 'parts'>, apart: StackWishes['apart']): boolean =>
  parts.some(({ partId }) => apart.includes(partId));

/** Layers of bodies before parts that stand alone, so that these do not take their room in a family. */
const bodiesFirst = (gangs: readonly Gang[]): Gang[] => [
  ...gangs.filter(({ bodyId }) => bodyId !== null),
  ...gangs.filter(({ bodyId }) => bodyId === null),
];

/** Names of the sizes that outlines near the size of a gang may have: its own first. */
function sizesNear({ box: { minX, maxX, minY, maxY } }: Gang): string[] {
  const [a, b] = [maxX - minX, maxY - minY].sort((p, q) => p - q).map(Math.round);
  const near = [0, 1, -1];
  return near.flatMap((da) => near.map((db) => `${String((a ?? 0) + da)} ${String((b ?? 0) + db)}`));
}

/** Where a gang lies in a family; null where its outline is another, or an edge lies on the board's own. */
function placeIn([first]: readonly Member[], gang: Gang): Affine | null {
  if (!first) return null;
  const { flush, cuts } = first.gang;
  const isFlush = flush.across + flush.up + gang.flush.across + gang.flush.up > 0;
  const at = isFlush ? null : placeOn(gang.cuts, cuts);
  return at && hasSameOutline(gang.cuts, cuts, at) ? at : null;
}

/** True where the outline of a gang is sawn as that of another: on the same side of the line, and square, through all layers at once. */
const hasSameOutline = (cuts: readonly GangCut[], others: readonly GangCut[], at: Affine): boolean =>
  cuts.some(
    (cut) => cut.kind === 'outside' && !isTilted(cut.rule) && others.some((other) => isSameCut(cut, other, at)),
  );

/** Each kind of a family as a family of its own. */
export function splitByKind({ members }: Family): Family[] {
  const kinds = [...new Set(members.map(({ kind }) => kind))];
  return kinds.map((kind) => {
    const own = members.filter((member) => member.kind === kind);
    const back = undo(own[0]?.at ?? IDENTITY);
    return familyOf(
      own.map(({ gang, at }) => {
        const moved = inOrder(at, back);
        return { gang, at: moved, turnedOver: turnsOver(moved), kind: 0 };
      }),
    );
  });
}

/**
 * The kind of a gang in a family: that of a member which is the same in all that is sawn and in its place in a body, or the next. Where
 * those are too many the place in a body makes no kinds.
 */
function kindIn(
  family: readonly Member[],
  gang: Gang,
  at: Affine,
  { apart, most }: Pick<StackWishes, 'apart' | 'most'>,
): number {
  const mostOf = ({ parts }: Gang): number => Math.min(...parts.map(({ partId }) => most[partId] ?? Infinity));
  const same = family.filter(
    (member) =>
      !staysApart(member.gang, apart) &&
      !staysApart(gang, apart) &&
      mostOf(member.gang) === mostOf(gang) &&
      isAlike(member, gang, inOrder(at, undo(member.at))),
  );
  const next = Math.max(...family.map(({ kind }) => kind)) + 1;
  const own = same.find((member) => hasPlaceOf(member.gang, gang)) ?? (next < MOST_KINDS ? undefined : same[0]);
  return own ? own.kind : next;
}

/** True where the order of a body cannot tell one gang from another: both are outside one, or follow each other in it. */
const hasPlaceOf = ({ bodyId, bodyPlaces: own }: Gang, { bodyId: otherId, bodyPlaces: other }: Gang): boolean =>
  bodyId === otherId &&
  (own === null || other === null || own.last + 1 === other.first || other.last + 1 === own.first);

const pliesIn = ({ plies }: Gang): string =>
  plies.map(({ wood, thicknessMm }) => `${wood.id} ${String(toNm(thicknessMm))}`).join();

function isAlike({ gang: one }: Member, gang: Gang, move: Affine): boolean {
  if (pliesIn(one) !== pliesIn(gang) || one.pattern !== gang.pattern || one.apartClean !== gang.apartClean)
    return false;
  if (one.cuts.length !== gang.cuts.length || one.holes.length !== gang.holes.length) return false;
  return (
    gang.cuts.every((cut) => one.cuts.some((other) => isSameCut(cut, other, move) && asksTheSame(cut, other))) &&
    gang.holes.every((hole) => one.holes.some((other) => isSameHole(hole, other, move)))
  );
}

/** True of cuts that ask the same of a blade: they want the same, and have room for the same bits. */
const asksTheSame = (one: GangCut, other: GangCut): boolean =>
  [...one.wants].sort().join() === [...other.wants].sort().join() && Math.abs(roomOf(one) - roomOf(other)) < SAME_ROOM;

/** Holes that differ by no more take the same bits, mm. */
const SAME_ROOM = 0.01;
const roomOf = ({ openingMm }: GangCut): number => Math.min(openingMm ?? LARGEST_BIT, LARGEST_BIT);

function familyOf(members: readonly Member[]): Family {
  const between = (from: number, onto: number): Affine =>
    inOrder(members[from]?.at ?? IDENTITY, undo(members[onto]?.at ?? IDENTITY));
  const cuts = featuresOf(
    members.map(({ gang }) => gang.cuts),
    (cut, i, other, k) => isSameCut(cut, other, between(i, k)),
  );
  const holes = featuresOf(
    members.map(({ gang }) => gang.holes),
    (hole, i, other, k) => isSameHole(hole, other, between(i, k)),
  );
  return { members, cuts, holes };
}

/** What members have, put together where it is the same; of one member nothing is. */
function featuresOf<T>(
  own: readonly (readonly T[])[],
  isSame: (item: T, of: number, other: T, ofOther: number) => boolean,
): Feature<T>[] {
  const features: (T | null)[][] = [];
  own.forEach((items, i) => {
    const before = features.length;
    for (const item of items) {
      const known = features.slice(0, before).find((feature) => {
        const k = feature.findIndex((one) => one !== null);
        const other = feature[k];
        return other !== undefined && other !== null && feature[i] === null && isSame(item, i, other, k);
      });
      if (known) known[i] = item;
      else features.push(own.map((_none, k) => (k === i ? item : null)));
    }
  });
  return features.map((of) => ({ of }));
}
