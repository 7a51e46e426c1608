import { useState } from 'react';

/** As long as a name may be. */
export const LONGEST_NAME = 120;
/** As long as a note may be. */
export const LONGEST_NOTE = 2000;

const letters = new Intl.Segmenter();

/** The beginning of a text, at most so long as the program counts it; no letter of it is cut in two, be it written with several signs. */
export function shortened(text: string, most: number): string {
  if (text.length <= most) return text;
  let end = 0;
  for (const { index, segment } of letters.segment(text)) {
    if (index + segment.length > most) break;
    end = index + segment.length;
  }
  return text.slice(0, end);
}

/** Cuts what is typed to a length, and says so where something was left out; the word is empty otherwise. */
export function useShortened(most = LONGEST_NAME): { readonly cut: (text: string) => string; readonly word: string } {
  const [isCut, setCut] = useState(false);
  const cut = (text: string): string => {
    setCut(text.length > most);
    return shortened(text, most);
  };
  return { cut, word: isCut ? `Up to ${String(most)} letters: the rest was left out.` : '' };
}
