import { tickedIn, type GlueUp, type WorkDone } from '@rapid-jig/core';

/** When something that was glued up may be taken out of its clamps, ms since 1970. */
export interface DueTime {
  readonly gangKey: string;
  readonly where: string;
  readonly at: number;
}

/** The times of all that was glued up at the bench, past ones too. */
export function dueTimes(glueUps: readonly GlueUp[], work: WorkDone): DueTime[] {
  const ticked = tickedIn(work);
  return glueUps.flatMap(({ gangKey, where, waitMinutes }) => {
    const glued = ticked.gluedUp(gangKey);
    return glued === null ? [] : [{ gangKey, where, at: Date.parse(glued) + waitMinutes * 60_000 }];
  });
}
