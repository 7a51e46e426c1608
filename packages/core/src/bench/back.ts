import type { StandingEvent, WorkDone } from '../ledger';

/**
 * What Back takes back on a device: what was told there since, else what brought the step in view, whoever ticked it off; all that
 * one tap has marked. What others noticed is theirs, and what was cut from the rack is taken back where it is counted.
 */
export function broughtBy({ standing }: Pick<WorkDone, 'standing'>, clientId: string): readonly StandingEvent[] {
  const last = standing.findLast(
    (event) => isOfBench(event) && (event.kind !== 'noticed' || event.clientId === clientId),
  );
  if (!last) return [];
  return standing.filter(
    (event) => isOfBench(event) && event.at === last.at && event.clientId === last.clientId && event.kind === last.kind,
  );
}

const isOfBench = ({ kind }: StandingEvent): boolean => kind !== 'blanks-cut' && kind !== 'rods-cut';
