import { createContext, useContext, useEffect } from 'react';
import { Outlet, useLoaderData } from 'react-router';
import { useStore } from 'zustand';
import type { Run } from '@rapid-jig/core';
import type { StoredCard } from '@rapid-jig/contract';
import type { Services } from '../services';
import { orThrow } from '../shell/or-throw';
import { openRunSession } from './run-session';
import type { RunSession, RunState } from './run-state';

interface OpenRun {
  readonly session: RunSession;
  /** All templates, for choosing from and to see newer revisions. */
  readonly templates: readonly StoredCard[];
}

export async function loadRun(services: Services, id: string): Promise<OpenRun> {
  const [opened, templates] = await Promise.all([
    services.register.once(`session of run ${id}`, () => openRunSession(services, id)),
    services.api.templates(),
  ]);
  const { it: session, isNew } = orThrow(opened);
  if (!isNew) orThrow(await session.refresh());
  return { session, templates: orThrow(templates) };
}

const RunContext = createContext<OpenRun | null>(null);

export function useOpenRun(): OpenRun {
  const open = useContext(RunContext);
  if (!open) throw new Error('a view of a run was drawn outside of its route');
  return open;
}

/** A field of what is known of the run: a view is drawn again only when that is another. */
export const useRunState = <K extends keyof RunState>(field: K): RunState[K] =>
  useStore(useOpenRun().session.store, (state) => state[field]);
/** A piece of the run's document: a view is drawn again only when that piece changes. */
export const useRunDoc = <T,>(select: (run: Run) => T): T =>
  useStore(useOpenRun().session.document.store, (state) => select(state.doc));

/** A run and its views share one session: the plan is made once. */
export function RunRoute() {
  const open = useLoaderData<OpenRun>();
  useEffect(() => open.session.watch(), [open]);
  return (
    <RunContext value={open}>
      <Outlet />
    </RunContext>
  );
}
