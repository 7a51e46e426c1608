/** In place of comlink: what a worker exposes is called in the test's own thread, with copies of what it is given. */
const exposed = new Map<string, object>();
let last: object | null = null;

export function expose(api: object): void {
  last = api;
}

export const proxy = <T>(callback: T): T => callback;

export type Remote<T> = T;

/** What the workers that were started expose: a test may answer in the place of one of them. */
export const exposedApis = (): object[] => [...exposed.values()];

/** A worker whose module is loaded into the test. */
export class InThisThread {
  private static queue: Promise<unknown> = Promise.resolve();
  readonly api: Promise<object>;
  private isEnded = false;

  constructor(url: URL) {
    const load = async (): Promise<object> => {
      const known = exposed.get(url.href);
      if (known) return known;
      last = null;
      await import(url.href);
      if (last === null) throw new Error(`${url.href} exposes nothing`);
      exposed.set(url.href, last);
      return last;
    };
    this.api = InThisThread.queue.then(load);
    InThisThread.queue = this.api;
  }

  get hasEnded(): boolean {
    return this.isEnded;
  }

  addEventListener(): void {
    // It cannot fail to start.
  }

  terminate(): void {
    this.isEnded = true;
  }
}

let underWay = 0;
let pages = 0;

/** What the page that is left had asked is never answered: its timers end with it. */
export function forgetAsked(): void {
  pages++;
  underWay = 0;
}

/** True while no worker has anything to do. */
export const isAtRest = (): boolean => underWay === 0;

const copied = (value: unknown): unknown => (typeof value === 'function' ? value : structuredClone(value));

export const wrap = <T extends object>(worker: InThisThread): Remote<T> =>
  new Proxy({} as T, {
    get:
      (_none, name: string) =>
      async (...given: unknown[]): Promise<unknown> => {
        const api = (await worker.api) as Record<string, (...given: unknown[]) => unknown>;
        const page = pages;
        underWay++;
        try {
          // As a message would be: behind what is already to be done.
          await new Promise((soon) => setTimeoutOfTest(soon, 0));
          return copied(await api[name]?.(...given.map(copied)));
        } finally {
          if (page === pages) underWay--;
        }
      },
  });
