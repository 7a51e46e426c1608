/** `1 part`, `3 parts`; `many` where more than one is called otherwise. */
export const counted = (count: number, thing: string, many = `${thing}s`): string =>
  `${String(count)} ${count === 1 ? thing : many}`;

/** `1`, `1 and 3`, `1, 2 and 5` */
export const listed = (words: readonly string[]): string =>
  words.length < 2 ? words.join() : `${words.slice(0, -1).join(', ')} and ${words[words.length - 1] ?? ''}`;
