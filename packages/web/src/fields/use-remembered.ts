import { useState } from 'react';

/** A choice, or words half written, that this browser remembers. */
export function useRemembered(key: string, initial: string): [string, (value: string) => void] {
  const [value, setValue] = useState(() => localStorage.getItem(`rapid-jig-${key}`) ?? initial);
  return [
    value,
    (next) => {
      setValue(next);
      localStorage.setItem(`rapid-jig-${key}`, next);
    },
  ];
}
