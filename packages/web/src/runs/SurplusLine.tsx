import { useEffect, useState } from 'react';
import { Button, Typography } from '@mui/material';
import { useStore } from 'zustand';
import { BARE_STOCK, surplusOf, type Tally } from '@rapid-jig/core';
import { LONGEST_NAME, shortened } from '../fields/use-shortened';
import { useOnce } from '../fields/use-once';
import { openRack, type RackSession } from '../rack/rack-session';
import { useServices } from '../use-services';
import { counted } from '../words/counted';
import { useRunDoc } from './RunRoute';

interface SurplusLineProps {
  readonly partId: string;
  /** What the pieces are called on the rack. */
  readonly name: string;
  readonly tally: Tally;
  /** So many from the rack are there before the run, more than before. */
  readonly onUsed: (count: number) => void;
}

/** Pieces of a part on the rack that the run may use, and those of the run that may go there. The rack is opened when it is asked. */
export function SurplusLine(props: SurplusLineProps) {
  const services = useServices();
  const [rack, setRack] = useState<RackSession | null>(null);
  useEffect(() => {
    let isWanted = true;
    void openRack(services).then((opened) => {
      if (isWanted) setRack(opened);
    });
    return () => {
      isWanted = false;
    };
  }, [services]);
  return rack && <OnTheRack {...props} rack={rack} />;
}

function OnTheRack({ partId, name, tally, onUsed, rack }: SurplusLineProps & { readonly rack: RackSession }) {
  const { items, moves } = useStore(rack.store);
  const { say } = useServices();
  const runId = useRunDoc((run) => run.id);
  const { isBusy, once } = useOnce();
  const { itemId, free, toKeep } = surplusOf(
    { ...tally, partId },
    items.map(({ doc }) => doc),
    moves,
    runId,
  );
  const wanted = Math.min(free, tally.toCut);
  const use = async (): Promise<void> => {
    if (itemId === null) return;
    const answer = await rack.move([{ itemId, kind: 'used', count: wanted, runId }]);
    if (answer.ok) onUsed(wanted);
    else say(`${answer.error.message} ${answer.error.hint}`);
  };
  const keep = async (): Promise<void> => {
    const answer =
      itemId === null
        ? await rack.add(
            [{ item: { ...BARE_STOCK, kind: 'made', name: shortened(name, LONGEST_NAME), partId }, quantity: toKeep }],
            runId,
          )
        : await rack.move([{ itemId, kind: 'received', count: toKeep, runId }]);
    say(
      answer.ok
        ? `${counted(toKeep, 'piece')} put on the rack for next time.`
        : `${answer.error.message} ${answer.error.hint}`,
    );
  };
  return (
    <>
      {wanted > 0 && (
        <Typography>
          {counted(free, 'piece')} of it on the rack from earlier runs.{' '}
          <Button size="small" disabled={isBusy} onClick={() => void once(use)}>
            Use {wanted}
          </Button>
        </Typography>
      )}
      {toKeep > 0 && (
        <Typography>
          {counted(toKeep, 'good piece')} more than this run needs.{' '}
          <Button size="small" disabled={isBusy} onClick={() => void once(keep)}>
            Put on the rack for next time
          </Button>
        </Typography>
      )}
    </>
  );
}
