import type { StandingEvent } from './events';

/** What is said to be done: of all of something, or of one of its phases. */
interface Claim {
  readonly of: string;
  readonly phase: string | null;
}

/**
 * What an event says is done that can be done but once: a phase of a pass or the whole of it, a step for a pass, a piece taken off.
 * None where saying it twice is two.
 */
function claimsOf(event: StandingEvent): Claim[] {
  switch (event.kind) {
    case 'pass-sawn':
      return event.pass === null ? [] : [{ of: ['pass', event.stack, event.pass].join(' '), phase: event.phase }];
    case 'step-done':
      return event.stack === null
        ? []
        : event.passes.map((pass) => ({
            of: [event.subject.kind, event.subject.name, event.stack, event.phase, event.detail, pass].join(' '),
            phase: null,
          }));
    case 'piece-off':
      return [{ of: ['piece', event.stack, event.pass, event.partId, event.piece].join(' '), phase: null }];
    default:
      return [];
  }
}

/** What stands as said, as events come in. */
interface Claims {
  /** False for an event that says nothing new: two hands, or two devices, have told of the same. */
  take(event: StandingEvent): boolean;
  /** The event stands no more: what it said may be said again. */
  release(eventId: string): void;
}

export function createClaims(): Claims {
  /** By what is claimed, the phases and who claimed them; null for the whole. */
  const held = new Map<string, Map<string | null, string>>();
  const byEvent = new Map<string, Claim[]>();
  const settings = createSettings();
  const isHeld = ({ of, phase }: Claim): boolean => {
    const phases = held.get(of);
    return phases !== undefined && (phases.has(null) || phases.has(phase) || (phase === null && phases.size > 0));
  };
  return {
    take: (event) => {
      if (!settings.take(event)) return false;
      const claims = claimsOf(event);
      const fresh = claims.filter((claim) => !isHeld(claim));
      if (claims.length > 0 && fresh.length === 0) return false;
      byEvent.set(event.id, fresh);
      for (const { of, phase } of fresh) held.set(of, (held.get(of) ?? new Map()).set(phase, event.id));
      return true;
    },
    release: (eventId) => {
      settings.release(eventId);
      for (const { of, phase } of byEvent.get(eventId) ?? []) held.get(of)?.delete(phase);
      byEvent.delete(eventId);
    },
  };
}

/**
 * Blades are put in and the table is tilted again and again; what another device says of the last time is the same, but where the
 * blade has broken or gone dull since.
 */
function createSettings(): Claims {
  const last = new Map<string, { readonly id: string; readonly clientId: string; readonly detail: string | null }>();
  return {
    take: (event) => {
      if (event.kind === 'noticed' && (event.what === 'blade-broke' || event.what === 'blade-dull'))
        last.delete('blade');
      if (event.kind !== 'step-done' || event.stack !== null) return true;
      const before = last.get(event.subject.name);
      if (before && before.detail === event.detail && before.clientId !== event.clientId) return false;
      last.set(event.subject.name, event);
      return true;
    },
    release: (eventId) => {
      for (const [step, { id }] of last) if (id === eventId) last.delete(step);
    },
  };
}
