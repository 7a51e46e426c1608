import { hashOf } from '@rapid-jig/core';

/** The same UUID for the same name, so that the demo is the same each time it is made. */
export function idFor(name: string): string {
  const hex = hashOf(name);
  return [hex.slice(0, 8), hex.slice(8, 12), `4${hex.slice(13, 16)}`, `8${hex.slice(17, 20)}`, hex.slice(20, 32)].join(
    '-',
  );
}
