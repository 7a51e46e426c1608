import type { EventStamp } from './events';

let made = 0;

/** Another stamp of the same tablet with each call, of nobody in particular. */
export const stamped = (): EventStamp => ({
  id: `e${String(made++)}`,
  clientId: 'tablet',
  at: `2026-11-27T10:00:${String(made % 60)}Z`,
  person: null,
  saw: null,
});
