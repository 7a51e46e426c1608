import type { Noticed } from './events';

/** Something noticed at the saw; of no stack and without words unless a test says otherwise. */
export const noticed = (own: Pick<Noticed, 'id' | 'clientId' | 'at' | 'what'> & Partial<Noticed>): Noticed => ({
  kind: 'noticed',
  step: 'cut',
  stack: null,
  phase: null,
  pass: null,
  bladeId: null,
  words: null,
  photoId: null,
  ...own,
});
