/** `1 part`, `3 parts`. */
export const counted = (count: number, thing: string): string => `${String(count)} ${thing}${count === 1 ? '' : 's'}`;
