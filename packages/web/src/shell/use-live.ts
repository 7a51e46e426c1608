import { useEffect } from 'react';
import { useRevalidator } from 'react-router';
import { useServices } from '../use-services';

/** Reads what the view shows anew when something of these topics was written elsewhere. */
export function useLive(...topics: readonly string[]): void {
  const { live } = useServices();
  const { revalidate } = useRevalidator();
  const all = topics.join('\n');
  useEffect(() => {
    const stops = all.split('\n').map((topic) => live.on(topic, () => void revalidate()));
    return () => {
      for (const stop of stops) stop();
    };
  }, [live, revalidate, all]);
}
