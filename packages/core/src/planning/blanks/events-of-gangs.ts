import { inHandBy, type StandingEvent, type WorkDone } from '../../ledger';
import { gangKeyOf } from './stack-key';

/** Places of the events that have to do with a gang, and of those that may have to do with any. */
interface EventPlaces {
  readonly byGang: ReadonlyMap<string, readonly number[]>;
  readonly any: readonly number[];
}

const known = new WeakMap<WorkDone, EventPlaces>();

/** The events of the work that have to do with some gangs, in their order; looked through once for all gangs of a run. */
export function eventsOfGangs(work: WorkDone, gangs: readonly string[]): StandingEvent[] {
  const { byGang, any } = known.get(work) ?? placesOf(work);
  const places = new Set(any);
  for (const gang of gangs) for (const place of byGang.get(gang) ?? []) places.add(place);
  return [...places].sort((a, b) => a - b).flatMap((place) => work.standing[place] ?? []);
}

function placesOf(work: WorkDone): EventPlaces {
  const byGang = new Map<string, number[]>();
  const any: number[] = [];
  work.standing.forEach((event, place) => {
    const gangs = gangsOf(event);
    if (gangs === null) any.push(place);
    for (const gang of new Set(gangs)) {
      const own = byGang.get(gang) ?? [];
      byGang.set(gang, own);
      own.push(place);
    }
  });
  const places = { byGang, any };
  known.set(work, places);
  return places;
}

/** Gangs that an event has to do with; null where it does not say: an early mark names its stack only. */
function gangsOf(event: StandingEvent): string[] | null {
  if (event.kind === 'blanks-cut') return Object.keys(event.layers);
  if (event.kind === 'pass-sawn') return event.stackLayers?.map(gangKeyOf) ?? null;
  return inHandBy(event)?.stackLayers.map(gangKeyOf) ?? [];
}
