import { spoiledBy, type PassSawn, type PieceCount, type SpoiledLayer, type Unstamped } from '../../ledger';
import { gangOfLayer } from '../blanks';
import { layersFinishedIn } from './last-phases';
import type { Phase, SawnStack } from '../model/stack';

/** What became of layers of a pass: spoiled with this mark, or lost in an earlier phase. */
export interface SpoiledInPass {
  readonly spoiled: readonly SpoiledLayer[];
  readonly lost: readonly string[];
}

/** A mark without the device that makes it. */
export type MarkedPass = Unstamped<PassSawn>;

/**
 * The mark of one pass of a stack through a phase, or with null of all that is done to it. Layers whose last phase it is give
 * their parts, good or spoiled; a layer spoiled before its last phase gives spoiled ones at once, and nothing later. Of
 * spoiled layers that are not named the first good ones are taken.
 */
export function passSawn(
  stack: SawnStack,
  phase: Phase | null,
  pass: number,
  { spoiled, lost }: SpoiledInPass = { spoiled: [], lost: [] },
): MarkedPass {
  const ids = stack.layers.map(({ id }) => id);
  const sawn = (phase?.layerIds ?? ids).filter((id) => !lost.includes(id));
  const finished = phase ? layersFinishedIn(phase, stack).filter((id) => !lost.includes(id)) : sawn;
  const named = spoiled.flatMap(({ layerId }) => layerId ?? []);
  const unnamed = spoiled.length - named.length;
  const bad = new Set(spoiledBy({ spoiled, layerIds: sawn, stackLayers: ids }));
  const counts: Record<string, PieceCount> = {};
  const add = (layerId: string, isGood: boolean): void => {
    for (const { partId } of gangOfLayer(layerId, stack).parts) {
      const { good, spoiled: before } = counts[partId] ?? { good: 0, spoiled: 0 };
      counts[partId] = isGood ? { good: good + 1, spoiled: before } : { good, spoiled: before + 1 };
    }
  };
  for (const id of finished) add(id, !bad.has(id));
  for (const id of bad) if (!finished.includes(id)) add(id, false);
  const blades = new Set(
    (phase ? [phase] : stack.phases).flatMap(({ cuts }) => cuts.map(({ choice }) => choice.blade.id)),
  );
  const [blade] = blades;
  return {
    kind: 'pass-sawn',
    stack: stack.key,
    stackLayers: ids,
    layers: ids.length,
    phase: phase?.key ?? null,
    pass,
    layerIds: sawn,
    counts,
    minutes: null,
    plannedMinutes: null,
    bladeId: blades.size === 1 && blade !== undefined ? blade : null,
    spoiled: [...bad].map((layerId) => ({
      layerId: named.includes(layerId) || unnamed === sawn.length ? layerId : null,
      reason: spoiled.find((one) => one.layerId === layerId)?.reason ?? null,
    })),
  };
}
