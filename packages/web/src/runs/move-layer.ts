import { useStore } from 'zustand';
import { createStore } from 'zustand/vanilla';
import { isToSaw, pinsAfterMove, stackName, type PlannedStack } from '@rapid-jig/core';
import { counted } from '../words/counted';
import { useServices } from '../use-services';
import { useOpenRun, useRunState } from './RunRoute';
import { useFamilies } from './beside-plan';

/** Where a layer may go: another stack, or null for a pass of its own. */
export interface LayerTarget {
  readonly stack: PlannedStack | null;
  readonly words: string;
}

/** Stacks of a run that a layer of a part may be moved to: those whose parts may be cut with it. */
export function useLayerTargets(from: PlannedStack, partId: string): readonly LayerTarget[] {
  const planned = useRunState('planned');
  const families = useFamilies();
  const family = families.find((one) => one.includes(partId)) ?? [];
  const others = (planned?.plan.stacks ?? []).filter(
    (stack) =>
      stack.key !== from.key &&
      isToSaw(stack) &&
      stack.gangs.every(({ parts }) => parts.every((part) => family.includes(part.partId))),
  );
  return [
    ...others.map((stack) => ({ stack, words: `${stackName(stack)}, ${counted(stack.layers.length, 'layer')}` })),
    ...(from.layers.length > 1 ? [{ stack: null, words: 'A pass of its own' }] : []),
  ];
}

/** Moves one layer of a part from one pass of a stack to another stack; the strip above the run says what it costs. */
export function useMoveLayer(): (from: PlannedStack, to: PlannedStack | null, partId: string) => void {
  const { session } = useOpenRun();
  const { say } = useServices();
  return (from, to, partId) => {
    session.document.edit((run) => ({
      ...run,
      stacks: { ...run.stacks, pins: pinsAfterMove(run.stacks.pins, from, to, partId) },
    }));
    say('One layer moved. What it costs stands above the wall and below it; Undo takes it back.');
  };
}

/** The layer that is being dragged, and where the pointer is, px. */
interface Dragged {
  readonly from: PlannedStack;
  readonly partId: string;
  readonly x: number;
  readonly y: number;
}

const dragged = createStore<{ readonly now: Dragged | null }>(() => ({ now: null }));

export const setDragged = (now: Dragged | null): void => dragged.setState({ now });
export const useDragged = (): Dragged | null => useStore(dragged, ({ now }) => now);
