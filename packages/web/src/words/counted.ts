/** `1 part`, `3 parts`; `many` where more than one is called otherwise. */
export const counted = (count: number, thing: string, many = `${thing}s`): string =>
  `${String(count)} ${count === 1 ? thing : many}`;
