import { expect, test } from '@jest/globals';
import { restarting, WorkerFailed } from './restarting';
import { newestOnly } from './tickets';

test('a late answer is dropped: only the newest of its kind arrives, in whatever order they come', async () => {
  const waiting = new Map<string, (answer: string) => void>();
  const newest = newestOnly();
  const ask = (run: string, question: string): Promise<string | null> =>
    newest(run, () => new Promise((resolve) => waiting.set(question, resolve)));
  const [first, second, other] = [ask('tray', 'first'), ask('tray', 'second'), ask('whale', 'other')];
  for (const question of ['second', 'first', 'other']) waiting.get(question)!(question);
  expect(await first).toBeNull();
  expect(await second).toBe('second');
  // Another run's question overtakes nothing.
  expect(await other).toBe('other');
});

/** Stands for a browser's worker: it answers nothing by itself. */
class StillWorker extends EventTarget {
  static readonly all: StillWorker[] = [];
  isEnded = false;
  constructor() {
    super();
    StillWorker.all.push(this);
  }
  postMessage(): void {
    // Nobody is there.
  }
  terminate(): void {
    this.isEnded = true;
  }
}

test('a worker whose code cannot be fetched is told to whoever waits, and the next question starts a new one', async () => {
  StillWorker.all.length = 0;
  const { ask, stop } = restarting<{ plan(): number }>(() => new StillWorker() as unknown as Worker);
  const asked = ask(async (remote) => remote.plan());
  StillWorker.all[0]!.dispatchEvent(new Event('error'));
  await expect(asked).rejects.toBeInstanceOf(WorkerFailed);
  const again = ask(async (remote) => remote.plan());
  expect(StillWorker.all).toHaveLength(2);
  stop();
  expect(await again).toBeNull();
  expect(StillWorker.all.map(({ isEnded }) => isEnded)).toEqual([true, true]);
});
