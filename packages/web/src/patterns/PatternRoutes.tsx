import { useMemo } from 'react';
import { useLoaderData } from 'react-router';
import { ordersOfPlan, ordersOfTemplate, type TemplateRevision } from '@rapid-jig/core';
import { useShop, type Services } from '../services';
import { orThrow } from '../shell/or-throw';
import { useRunDoc, useRunState } from '../runs/RunRoute';
import { PatternsView } from './PatternsView';

export async function loadTemplatePatterns({ api }: Services, id: string): Promise<TemplateRevision> {
  const { doc, revision } = orThrow(await api.template(id));
  return { template: doc, revision };
}

/** The patterns of a template: everything once, as often as is asked for. */
export function TemplatePatternsView() {
  const revision = useLoaderData<TemplateRevision>();
  const wishes = useMemo(() => ordersOfTemplate(revision), [revision]);
  const revisions = useMemo(() => [revision], [revision]);
  return <PatternsView title={revision.template.name} back=".." revisions={revisions} wishes={wishes} />;
}

/** The patterns that a run still needs, for the stacks of its plan. */
export function RunPatternsView() {
  const { planned, revisions } = useRunState();
  const lines = useRunDoc((run) => run.lines);
  const name = useRunDoc((run) => run.name);
  const shop = useShop();
  const wishes = useMemo(() => (planned ? ordersOfPlan(planned.plan, { lines }, shop) : null), [planned, lines, shop]);
  if (!wishes) return null;
  return <PatternsView title={name} back=".." revisions={revisions} wishes={wishes} />;
}
