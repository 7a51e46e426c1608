import { useEffect, useState } from 'react';

/** Keeps the screen on while the page is looked at; false where the browser cannot, or not at this address. */
export function useAwake(): boolean {
  const [isAwake, setAwake] = useState(true);
  useEffect(() => {
    let lock: WakeLockSentinel | null = null;
    let isGone = false;
    const ask = async (): Promise<void> => {
      if (document.visibilityState !== 'visible') return;
      // Only secure pages have it; a page on the local network without a certificate is none.
      if (!('wakeLock' in navigator)) return setAwake(false);
      try {
        lock = await navigator.wakeLock.request('screen');
        setAwake(true);
        if (isGone) await lock.release();
      } catch {
        // Refused to save the battery: the maker is told and may set the screen.
        setAwake(false);
      }
    };
    const again = (): void => void ask();
    void ask();
    document.addEventListener('visibilitychange', again);
    return () => {
      isGone = true;
      document.removeEventListener('visibilitychange', again);
      void lock?.release();
    };
  }, []);
  return isAwake;
}
