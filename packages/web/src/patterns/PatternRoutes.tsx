import { useCallback, useMemo, useState } from 'react';
import { Typography } from '@mui/material';
import { useLoaderData, useSearchParams } from 'react-router';
import {
  defaultPatternOptions,
  ordersOfTemplate,
  type PatternSheetOptions,
  type TemplateRevision,
} from '@rapid-jig/core';
import { useServices, useShop } from '../use-services';
import type { Services } from '../services';
import { Page } from '../shell/Page';
import { orThrow } from '../shell/or-throw';
import type { PlanInView } from '../runs/run-state';
import { useRunDoc, useRunState } from '../runs/RunRoute';
import { useAsked } from '../workers/use-asked';
import { PatternsView } from './PatternsView';

export async function loadTemplatePatterns({ api }: Services, id: string): Promise<TemplateRevision> {
  const { doc, revision } = orThrow(await api.template(id));
  return { template: doc, revision };
}

interface PatternOptions {
  readonly options: PatternSheetOptions;
  readonly onOptions: (changes: Partial<PatternSheetOptions>) => void;
}

/** How patterns are printed: as the shop does, and the address says, until it is changed. */
function usePatternOptions(): PatternOptions {
  const shop = useShop();
  const [search] = useSearchParams();
  const [options, setOptions] = useState<PatternSheetOptions>(() => ({
    ...defaultPatternOptions(shop),
    holesOnly: search.get('only') === 'holes',
  }));
  return { options, onOptions: (changes) => setOptions((before) => ({ ...before, ...changes })) };
}

/** The patterns of a template: everything once, as often as is asked for. */
export function TemplatePatternsView() {
  const revision = useLoaderData<TemplateRevision>();
  const look = usePatternOptions();
  const wishes = useMemo(() => ordersOfTemplate(revision), [revision]);
  const revisions = useMemo(() => [revision], [revision]);
  return <PatternsView title={revision.template.name} back=".." revisions={revisions} wishes={wishes} {...look} />;
}

/** The patterns that a run still needs, for the stacks of its plan. */
export function RunPatternsView() {
  const planned = useRunState('planned');
  const revisions = useRunState('revisions');
  const name = useRunDoc((run) => run.name);
  const shop = useShop();
  const { planner } = useServices();
  const look = usePatternOptions();
  const { numbered } = look.options;
  // The order of cuts is sought only where it is printed: of a long run that takes seconds.
  const ask = useCallback(
    ({ plan, input }: PlanInView) => planner.patternOrders(plan, input.run, shop, numbered ? revisions : []),
    [planner, shop, revisions, numbered],
  );
  const orders = useAsked(planned, ask);
  if (!orders)
    return (
      <Page wide title="Patterns">
        <Typography>Counting the patterns…</Typography>
      </Page>
    );
  return <PatternsView title={name} back=".." revisions={revisions} wishes={orders.answer} {...look} />;
}
