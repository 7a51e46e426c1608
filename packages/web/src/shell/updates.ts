import { registerSW } from 'virtual:pwa-register';
import { createStore, type StoreApi } from 'zustand/vanilla';
import type { Services } from '../services';

/** A newer version of the program, once there is one. */
export interface Newer {
  /** Loads it; null while this page is of the newest. */
  readonly load: (() => void) | null;
}

/** The script this page was loaded with, which names its build; null while it is served for development. */
function ownBuild(): string | null {
  const source = document.querySelector<HTMLScriptElement>('script[type=module][src^="/assets/"]')?.src;
  return source === undefined ? null : new URL(source).pathname;
}

/**
 * Keeps the page openable without its server, where the browser allows it, and sees when the program is newer than the
 * page. Then it is told; and loaded by itself while nobody looks, nothing is half typed and nothing waits to be sent.
 */
export function watchForNewer({ live, outbox }: Services): StoreApi<Newer> {
  const store = createStore<Newer>(() => ({ load: null }));
  let worker: ServiceWorkerRegistration | undefined;
  const reload = (): void => location.reload();
  let isAsked = false;
  const update = registerSW({
    onNeedRefresh: () =>
      store.setState({
        load: () => {
          isAsked = true;
          void update(true);
        },
      }),
    // Another tab has loaded it: here somebody may be typing, and is told.
    onNeedReload: () => (isAsked ? reload() : store.setState({ load: reload })),
    onRegisteredSW: (_url, registration) => (worker = registration),
  });
  const own = ownBuild();
  live.store.subscribe(({ build }) => {
    if (build === null || own === null || build === own || store.getState().load) return;
    // With a service worker the new code is fetched first, and told then.
    if (worker) void worker.update();
    else store.setState({ load: reload });
  });
  document.addEventListener('visibilitychange', () => {
    if (document.hidden && !isTyping() && outbox.store.getState().entries.length === 0) store.getState().load?.();
  });
  return store;
}

/** True while the cursor stands in a field, or a dialog is open: who looks away for a moment goes on there. */
const isTyping = (): boolean =>
  document.activeElement?.matches('input, textarea, [contenteditable]') === true ||
  document.querySelector('[role=dialog]') !== null;
