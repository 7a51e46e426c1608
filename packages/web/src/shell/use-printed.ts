import { useEffect, useState } from 'react';
import { flushSync } from 'react-dom';

/** True while the page is printed: what is drawn only near the window is then drawn whole. */
export function usePrinted(): boolean {
  const [isPrinted, setPrinted] = useState(false);
  useEffect(() => {
    // The browser takes the page as it is right after it has told of the print.
    const begins = (): void => flushSync(() => setPrinted(true));
    const ends = (): void => setPrinted(false);
    window.addEventListener('beforeprint', begins);
    window.addEventListener('afterprint', ends);
    return () => {
      window.removeEventListener('beforeprint', begins);
      window.removeEventListener('afterprint', ends);
    };
  }, []);
  return isPrinted;
}
