import { compareMm, snapMm, sumMm } from '../../units';
import { type Machines, waysFrom } from '../../wood';
import { gangOfLayer, layersOfGang } from '../blanks';
import type { PlannedStack } from '../model/plan';
import type { StackedGang } from '../model/stack';
import type { NeededBlank, RackEntry, WoodGroup } from '../model/supply';

/** A pass still to saw by the boards that its blanks lie on. mm. */
export interface PassOnBoards {
  /** Of each layer, from the top down; as reckoned where its board is planed to that, is not on the rack, or was cut before. */
  readonly layersMm: readonly number[];
  readonly heightMm: number;
}

type Laid = Pick<WoodGroup, 'blanks' | 'boards'>;

/**
 * Of any stack the passes that are still to be sawn, each layer as thick as the very board measures that its blank lies on. Blanks
 * of one kind are taken in the order of their numbers, those that are cut already first; one that is shared by several passes
 * gives each of them a layer.
 */
export function passesOnBoards(
  groups: readonly Laid[],
  rack: readonly RackEntry[],
): (stack: PlannedStack) => PassOnBoards[] {
  const blanks = new Map<string, MeasuredBlank[]>();
  for (const measured of groups.flatMap((group) => measuredBlanks(group, rack))) {
    const { stackKey } = measured.blank;
    const known = blanks.get(stackKey);
    if (known) known.push(measured);
    else blanks.set(stackKey, [measured]);
  }
  return (stack) => passesOf(stack, blanks.get(stack.key) ?? []);
}

function passesOf(stack: PlannedStack, own: readonly MeasuredBlank[]): PassOnBoards[] {
  const byGang = new Map(stack.gangs.map((gang) => [gang.key, layersOf(gang, stack, own)]));
  const next = new Map<string, number>();
  return Array.from({ length: stack.passesToCut }, () => {
    const layersMm = stack.layers.map(({ id, gangKey }) => {
      const nth = next.get(gangKey) ?? 0;
      next.set(gangKey, nth + 1);
      return byGang.get(gangKey)?.[nth] ?? gangOfLayer(id, stack).thicknessMm;
    });
    return { layersMm, heightMm: sumMm(layersMm) };
  });
}

/**
 * Whether the rack has a board that layers of a stack may be laid on as it is, and that measures other than was reckoned: where there
 * is none, {@link passesOnBoards} gives every layer as reckoned.
 */
export function boardsDiffer(stack: PlannedStack, rack: readonly RackEntry[], machines: Machines): boolean {
  const plies = stack.gangs.flatMap((gang) => gang.plies);
  return rack.some(({ item, free }) => {
    const { woodId, thickness, archived } = item;
    if (free <= 0 || archived || thickness === null) return false;
    const isReady = (mm: number): boolean => waysFrom(item, mm, machines)[0]?.way.kind === 'ready';
    return plies.some(
      ({ wood, thicknessMm: mm }) => wood.id === woodId && compareMm(thickness.mm, mm) !== 0 && isReady(mm),
    );
  });
}

interface MeasuredBlank {
  readonly blank: NeededBlank;
  /** null where it comes out as reckoned. */
  readonly mm: number | null;
}

function measuredBlanks({ blanks, boards }: Laid, rack: readonly RackEntry[]): MeasuredBlank[] {
  const onBoard = new Map(
    boards.flatMap(({ itemId, way, blanks: places }) => {
      const item = way.way.kind === 'ready' ? rack.find((entry) => entry.item.id === itemId)?.item : undefined;
      return places.map((place) => [place, item?.thickness?.mm ?? null] as const);
    }),
  );
  return blanks.map((blank, place) => ({ blank, mm: onBoard.get(place) ?? null }));
}

/** Thicknesses of the layers of a gang, pass after pass: of each its boards together. */
function layersOf(gang: StackedGang, stack: PlannedStack, own: readonly MeasuredBlank[]): number[] {
  const inPass = layersOfGang(gang.key, stack);
  const plies = gang.plies.map(({ thicknessMm }, ply) => {
    const blanks = own
      .filter(({ blank }) => blank.gangKey === gang.key && blank.ply === ply)
      .sort((a, b) => a.blank.nth - b.blank.nth);
    const given = blanks.reduce((sum, { blank }) => sum + blank.layers, 0);
    const before = Array<number>(inPass * stack.passesToCut - given).fill(thicknessMm);
    return [...before, ...inTurn(blanks, inPass).map((mm) => mm ?? thicknessMm)];
  });
  return (plies[0] ?? []).map((_top, nth) => snapMm(plies.reduce((sum, layers) => sum + (layers[nth] ?? 0), 0)));
}

/** Blanks as layers, pass after pass: those of one pass lie side by side again for as many passes as they are shared by. */
function inTurn(blanks: readonly MeasuredBlank[], inPass: number): (number | null)[] {
  const layers: (number | null)[] = [];
  for (let i = 0; i < blanks.length;) {
    const passes = blanks[i]?.blank.layers ?? 1;
    const row = blanks.slice(i, i + (passes === 1 ? 1 : inPass)).map(({ mm }) => mm);
    for (let pass = 0; pass < passes; pass++) layers.push(...row);
    i += row.length;
  }
  return layers;
}
