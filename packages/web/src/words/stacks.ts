import { gangName, gangOfLayer, type Phase, type PlannedStack } from '@rapid-jig/core';
import { listed } from './counted';

type Layers = Pick<PlannedStack, 'gangs' | 'layers'>;

/** What a layer is called within its stack: `Front`, or of several alike ones `Slotted 2`. */
export function layerName(layerId: string, stack: Layers): string {
  const gang = gangOfLayer(layerId, stack);
  const alike = stack.layers.filter(({ gangKey }) => gangKey === gang.key);
  const place = alike.findIndex(({ id }) => id === layerId);
  return alike.length === 1 ? gangName(gang) : `${gangName(gang)} ${String(place + 1)}`;
}

/** Layers as they are told, from the top down: `Front, 2 × Slotted, Back`; all of a stack are `all layers`. */
export function layersWords(layerIds: readonly string[], stack: Layers): string {
  if (stack.layers.length > 1 && layerIds.length === stack.layers.length) return 'all layers';
  const counts = new Map<string, number>();
  for (const id of layerIds) {
    const name = gangName(gangOfLayer(id, stack));
    counts.set(name, (counts.get(name) ?? 0) + 1);
  }
  return [...counts].map(([name, count]) => (count === 1 ? name : `${String(count)} × ${name}`)).join(', ');
}

const some = (count: number, one: string, more: string): string[] =>
  count === 0 ? [] : [count === 1 ? one : `${String(count)} ${more}`];

/** What is done in a phase: `2 holes, an inside cut and the outline`. */
export function phaseWords({ holes, cuts }: Pick<Phase, 'holes' | 'cuts'>): string {
  const of = (kind: Phase['cuts'][number]['kind']): number => cuts.filter((cut) => cut.kind === kind).length;
  const done = [
    ...some(holes.length, 'a hole', 'holes'),
    ...some(of('inside'), 'an inside cut', 'inside cuts'),
    ...some(of('through'), 'a through cut', 'through cuts'),
    ...some(of('outside'), 'the outline', 'outlines'),
  ];
  return done.length === 0 ? 'nothing' : listed(done);
}
