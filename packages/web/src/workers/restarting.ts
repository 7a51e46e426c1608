import { wrap, type Remote } from 'comlink';

/** The code of a worker could not be fetched, or it broke: what it was asked has no answer. */
export class WorkerFailed extends Error {
  constructor() {
    super('The part of the program that does this could not be started.');
    this.name = 'WorkerFailed';
  }
}

/** A worker that starts when it is first asked, and anew after it was stopped or has failed. */
export interface Restarting<WorkerApi> {
  /** Null where the work was stopped meanwhile; rejects with `WorkerFailed` where there is no worker to do it. */
  ask<T>(work: (remote: Remote<WorkerApi>) => Promise<T>): Promise<T | null>;
  stop(): void;
}

interface Started<WorkerApi> {
  readonly remote: Remote<WorkerApi>;
  /** Null at a stop; rejects at a failure, of which the worker's own calls would never hear. */
  readonly ended: Promise<null>;
  readonly stop: () => void;
}

export function restarting<WorkerApi>(make: () => Worker): Restarting<WorkerApi> {
  let started: Started<WorkerApi> | null = null;
  return {
    ask: async (work) => {
      started ??= start(make(), () => (started = null));
      return Promise.race([work(started.remote), started.ended]);
    },
    stop: () => {
      started?.stop();
      started = null;
    },
  };
}

function start<WorkerApi>(worker: Worker, onFailed: () => void): Started<WorkerApi> {
  let stop: () => void = () => undefined;
  const ended = new Promise<null>((resolve, reject) => {
    stop = () => {
      worker.terminate();
      resolve(null);
    };
    worker.addEventListener('error', (event) => {
      event.preventDefault();
      worker.terminate();
      onFailed();
      reject(new WorkerFailed());
    });
  });
  // Nobody may be waiting when it fails.
  ended.catch(() => undefined);
  return { remote: wrap<WorkerApi>(worker), ended, stop };
}
