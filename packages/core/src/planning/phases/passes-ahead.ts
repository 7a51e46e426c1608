import type { Stack } from '../model/stack';

/** The numbers of the passes of a stack that are still to be sawn: those begun, then the lowest that none has. */
export function passesAhead({
  done,
  begun,
  passesToCut,
}: Pick<Stack, 'done' | 'passesToCut'> & { readonly begun: readonly { readonly pass: number }[] }): number[] {
  const taken = new Set([...done, ...begun.map(({ pass }) => pass)]);
  const fresh: number[] = [];
  for (let pass = 1; fresh.length < passesToCut; pass++) if (!taken.has(pass)) fresh.push(pass);
  return [...begun.map(({ pass }) => pass), ...fresh];
}
