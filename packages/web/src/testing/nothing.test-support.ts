/** In place of style sheets and of what keeps the page openable without its server; `worker` is what the program told of itself. */
export const worker: { told: Partial<Record<'onNeedRefresh' | 'onNeedReload', () => void>>; updates: number } = {
  told: {},
  updates: 0,
};

export const registerSW = (told: typeof worker.told) => {
  worker.told = told;
  return () => Promise.resolve(void worker.updates++);
};
