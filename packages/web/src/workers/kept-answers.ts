import { createStore, del, get, set, type UseStore } from 'idb-keyval';
import { hashOf } from '@rapid-jig/core';

/** So many answers are kept in this browser: of the runs a maker goes to and fro between. */
const MOST_KEPT = 20;
/** An answer is kept once nothing else of its kind was asked for so long, ms: of a series of edits only the last. */
const AT_REST_MS = 2000;
const NAMES = 'names';

interface Kept<T> {
  /** What was asked, and of which build. */
  readonly hash: string;
  readonly answer: T;
}

/**
 * Answers of pure questions, kept in this browser by what was asked and by the build that answered: a run that is opened again is not
 * planned again. `build` is null where nothing tells one build from the next.
 */
export class KeptAnswers {
  private readonly store: UseStore | null;
  /** Stands in for the store where builds are not told apart: as long as the worker runs. */
  private readonly unbuilt = new Map<string, unknown>();
  private readonly waiting = new Map<string, ReturnType<typeof setTimeout>>();

  constructor(
    private readonly build: string | null,
    private readonly atRestMs = AT_REST_MS,
  ) {
    this.store = build === null ? null : createStore('rapid-jig-answers', 'answers');
  }

  /** The answer that is kept under a name for this very question; else that of `work`. */
  async of<T>(name: string, asked: string, work: () => Promise<T>): Promise<T> {
    const { store } = this;
    if (store === null) return work();
    clearTimeout(this.waiting.get(name));
    const hash = hashOf([this.build, asked]);
    const kept = await keptUnder<T>(name, store);
    if (kept?.hash === hash) return kept.answer;
    const answer = await work();
    this.waiting.set(
      name,
      setTimeout(() => void keep(name, { hash, answer }, store).catch(() => undefined), this.atRestMs),
    );
    return answer;
  }

  /** Keeps something under a name, until it is replaced. */
  async put(name: string, it: unknown): Promise<void> {
    if (this.store === null) this.unbuilt.set(name, it);
    else await keep(name, { hash: hashOf([this.build]), answer: it }, this.store).catch(() => undefined);
  }

  /** What was put under a name by this build; null where nothing was, or it is gone since. */
  async last<T>(name: string): Promise<T | null> {
    if (this.store === null) return (this.unbuilt.get(name) as T | undefined) ?? null;
    const kept = await keptUnder<T>(name, this.store);
    return kept?.hash === hashOf([this.build]) ? kept.answer : null;
  }
}

/** What is kept under a name; nothing in a browser that refuses to keep anything: its questions are answered all the same. */
async function keptUnder<T>(name: string, store: UseStore): Promise<Kept<T> | undefined> {
  try {
    return await get<Kept<T>>(name, store);
  } catch {
    return undefined;
  }
}

async function keep(name: string, kept: Kept<unknown>, store: UseStore): Promise<void> {
  await set(name, kept, store);
  const names = (await get<string[]>(NAMES, store)) ?? [];
  const newest = [name, ...names.filter((one) => one !== name)];
  await set(NAMES, newest.slice(0, MOST_KEPT), store);
  for (const old of newest.slice(MOST_KEPT)) await del(old, store);
}
