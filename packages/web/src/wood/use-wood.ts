import { startTransition, useEffect, useState } from 'react';
import { type Plan, type RackEntry, type WayOut, type WoodProgress } from '@rapid-jig/core';
import { useServices } from '../use-services';
import type { LaidWood, WoodTask } from '../workers/planner.worker';
import { useRunState } from '../runs/RunRoute';

export interface Laying {
  /** The last layout, and the plan it is for; null before the first. */
  readonly laid: (LaidWood & { readonly plan: Plan }) | null;
  /** How far the laying under way is; null when it is done. */
  readonly progress: WoodProgress | null;
  readonly ways: readonly WayOut[] | null;
  /** Why there is no layout, in words; null where there is one. */
  readonly trouble: string | null;
}

const NOTHING: Laying = { laid: null, progress: null, ways: null, trouble: null };

/** Lays in the worker whenever the plan, the rack or a wish changes, and then looks for ways out of what is missing. */
export function useWood(rack: readonly RackEntry[], rest: Pick<WoodTask, 'machines' | 'objective'>): Laying {
  const { planner } = useServices();
  const planned = useRunState('planned');
  const { machines, objective } = rest;
  const [laying, setLaying] = useState(NOTHING);
  useEffect(() => {
    if (!planned) return;
    const { plan, input } = planned;
    let isWanted = true;
    const tell = (change: Partial<Laying>): void => {
      // A long layout is drawn in pieces, so that the page goes on answering meanwhile.
      startTransition(() => void (isWanted && setLaying((before) => ({ ...before, ...change }))));
    };
    const task = { rack, machines, objective };
    void (async () => {
      const laid = await planner.wood({ ...task, plan, wishes: input.run.wood }, (progress) => tell({ progress }));
      if (!laid) return;
      tell({ laid: { ...laid, plan }, progress: null, ways: null, trouble: null });
      tell({ ways: await planner.waysOut(input, task, laid.groups, laid.rods) });
    })().catch((fault: unknown) =>
      tell({ progress: null, trouble: fault instanceof Error ? fault.message : String(fault) }),
    );
    return () => {
      isWanted = false;
    };
  }, [planned, rack, machines, objective, planner]);
  return laying;
}
