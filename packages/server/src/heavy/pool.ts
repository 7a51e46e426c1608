import { Piscina } from 'piscina';
import { ApiError } from '../api-error';
import type { Tasks } from './tasks';
import type { Asked } from './worker';

/** Work that is done off the loop; `signal` ends it when nobody waits for it any more. */
export type Heavy = {
  readonly [K in keyof Tasks]: (task: Parameters<Tasks[K]>[0], signal?: AbortSignal) => ReturnType<Tasks[K]>;
};

export interface HeavyPool {
  readonly heavy: Heavy;
  close(): Promise<void>;
}

/** So long one task may take, ms, and so many may wait. */
const LONGEST_MS = 60_000;
const MOST_WAITING = 64;
/** A thread that nobody asks anything of ends after so long. */
const IDLE_MS = 60_000;

const BUSY = new ApiError({
  kind: 'too-large',
  message: 'This took longer than a minute, or too much is asked for at once; it was stopped.',
  where: 'the request',
  hint: 'Ask for less at a time.',
});

/** Worker threads for the heavy tasks, beside the thread that answers requests. */
export function heavyPool(workerFile: string): HeavyPool {
  const pool = new Piscina({
    filename: workerFile,
    minThreads: 0,
    maxThreads: 2,
    maxQueue: MOST_WAITING,
    idleTimeout: IDLE_MS,
  });
  const run = <K extends keyof Tasks>(name: K): Heavy[K] =>
    (async (task: Parameters<Tasks[K]>[0], gone?: AbortSignal) => {
      const late = AbortSignal.timeout(LONGEST_MS);
      const signal = gone ? AbortSignal.any([late, gone]) : late;
      try {
        const asked: Asked<K> = { name, task };
        return (await pool.run(asked, { name: 'run', signal })) as Awaited<ReturnType<Tasks[K]>>;
      } catch (error) {
        if (signal.aborted || pool.queueSize >= MOST_WAITING) throw BUSY;
        throw error;
      }
    }) as Heavy[K];
  return {
    heavy: {
      plan: run('plan'),
      checkWood: run('checkWood'),
      sheets: run('sheets'),
      poster: run('poster'),
      page: run('page'),
      readTemplate: run('readTemplate'),
      readBody: run('readBody'),
      backup: run('backup'),
      couldBeSawn: run('couldBeSawn'),
    },
    close: () => pool.close({ force: true }),
  };
}
