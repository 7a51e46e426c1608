import { ofStep, type Noticed } from './events';

/** Something noticed at the saw; of no stack and without words unless a test says otherwise. */
export const noticed = (own: Pick<Noticed, 'id' | 'clientId' | 'at' | 'what'> & Partial<Noticed>): Noticed => ({
  kind: 'noticed',
  subject: ofStep('cut'),
  person: null,
  saw: null,
  stack: null,
  phase: null,
  pass: null,
  bladeId: null,
  words: null,
  photoId: null,
  ...own,
});
