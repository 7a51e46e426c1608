import { useMemo } from 'react';
import { Box, Typography } from '@mui/material';
import { useStore } from 'zustand';
import { boughtNeeds, formatMoney, type BoughtNeed, type RackEntry } from '@rapid-jig/core';
import { OnceButton } from '../fields/OnceButton';
import type { RackSession } from '../rack/rack-session';
import { useServices, useShop } from '../use-services';
import { useRunState } from '../runs/RunRoute';

interface BoughtPartsProps {
  readonly session: RackSession;
  readonly needs: readonly BoughtNeed[];
  readonly runId: string;
}

/** What the run needs of bought things, against the rack. */
export function useBought(session: RackSession, entries: readonly RackEntry[], runId: string): readonly BoughtNeed[] {
  const planned = useRunState('planned');
  const { moves } = useStore(session.store);
  const hardware = planned?.plan.hardware;
  return useMemo(() => boughtNeeds(hardware ?? [], entries, moves, runId), [hardware, entries, moves, runId]);
}

/** Bought things of the run: what it has, what it can take, what is to be bought. */
export function BoughtParts({ session, needs, runId }: BoughtPartsProps) {
  const { say } = useServices();
  if (needs.length === 0) return null;
  const toTake = needs.flatMap((need) => need.toTake);
  const take = async (): Promise<void> => {
    const answer = await session.move(toTake.map((one) => ({ ...one, kind: 'used', runId })));
    say(answer.ok ? 'Taken from the rack for this run.' : `${answer.error.message} ${answer.error.hint}`);
  };
  return (
    <Box component="section" aria-labelledby="bought" sx={{ mb: 3 }}>
      <Typography variant="h2" id="bought">
        Bought things
      </Typography>
      <Box component="ul" aria-label="Bought things" sx={{ my: 1, pl: 2.5 }}>
        {needs.map((need) => (
          <li key={need.name}>
            <NeedWords need={need} />
          </li>
        ))}
      </Box>
      {toTake.length > 0 && (
        <OnceButton variant="outlined" onClick={take}>
          Take what is there from the rack
        </OnceButton>
      )}
    </Box>
  );
}

function NeedWords({ need: { name, count, taken, toTake, missing, missingCostMinor } }: { readonly need: BoughtNeed }) {
  const { currency } = useShop();
  const there = toTake.reduce((sum, one) => sum + one.count, 0);
  const words = [
    ...(taken > 0 ? [`${String(taken)} taken`] : []),
    ...(there > 0 ? [`${String(there)} on the rack`] : []),
  ];
  const price = missingCostMinor === null ? '' : `, about ${formatMoney(missingCostMinor, currency)}`;
  return (
    <>
      <b>
        {count} {name}
      </b>
      {words.length > 0 && `: ${words.join(', ')}`}
      {missing > 0 && (
        <Typography component="span" color="warning">
          {words.length > 0 ? '; ' : ': '}
          {missing} to buy{price}
        </Typography>
      )}
    </>
  );
}
