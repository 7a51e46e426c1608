import type { LayersSpoiled, PassSawn, PieceCount, StandingEvent, WorkEvent } from './events';
import { createClaims } from './claims';
import { stepOf } from './events';
import { piecesOf, spoiledBy } from './pieces';

/** What the events add up to. */
export interface WorkDone {
  /** The events that stand, oldest first. */
  readonly standing: readonly StandingEvent[];
  /** The passes among them. */
  readonly passes: readonly PassSawn[];
  /** Layers spoiled apart from a mark. */
  readonly spoils: readonly LayersSpoiled[];
  /** Pieces by part id, lengths by rod id. */
  readonly pieces: Readonly<Record<string, PieceCount>>;
}

/**
 * Adds up work events in the order they were recorded. An id seen before counts once, and so does what was said before: see
 * {@link claimsOf}. Taking an event back takes back all that had said the same until then; what is unknown or already taken back
 * changes nothing.
 */
export function addUpWork(events: readonly WorkEvent[]): WorkDone {
  const seen = new Set<string>();
  const said = createClaims();
  const standing = new Map<string, StandingEvent>();
  for (const event of events) {
    if (event.kind === 'pass-taken-back') {
      seen.add(event.event);
      standing.delete(event.event);
      said.release(event.event);
      continue;
    }
    if (seen.has(event.id)) continue;
    seen.add(event.id);
    if (said.take(event)) standing.set(event.id, event);
  }
  return summed([...standing.values()]);
}

function summed(standing: readonly StandingEvent[]): WorkDone {
  const passes = standing.filter((event) => event.kind === 'pass-sawn');
  const spoils = standing.filter((event) => event.kind === 'layers-spoiled');
  return { standing, passes, spoils, pieces: piecesOf(standing, passes, spoils) };
}

/** Finds what is of a stack; put together once for each list, since a run of thousands of stacks asks for each of them. */
function ofStack<T extends { readonly stack: string }>(): (all: readonly T[], stack: string) => readonly T[] {
  const known = new WeakMap<readonly T[], ReadonlyMap<string, readonly T[]>>();
  return (all, stack) => {
    const byStack = known.get(all) ?? groupedByStack(all);
    known.set(all, byStack);
    return byStack.get(stack) ?? [];
  };
}

function groupedByStack<T extends { readonly stack: string }>(all: readonly T[]): ReadonlyMap<string, readonly T[]> {
  const groups = new Map<string, T[]>();
  for (const one of all) {
    const own = groups.get(one.stack) ?? [];
    groups.set(one.stack, own);
    own.push(one);
  }
  return groups;
}

const passesOf = ofStack<PassSawn>();
const spoilsOf = ofStack<LayersSpoiled>();

/**
 * What was marked of the passes of a stack, by their number: those recorded without one take the lowest numbers that are
 * free, in the order they were recorded.
 */
export function passesByNumber({ passes }: WorkDone, stack: string): ReadonlyMap<number, readonly PassSawn[]> {
  const own = passesOf(passes, stack);
  const byNumber = new Map<number, PassSawn[]>();
  for (const pass of own) if (pass.pass !== null) byNumber.set(pass.pass, [...(byNumber.get(pass.pass) ?? []), pass]);
  let next = 1;
  for (const pass of own.filter((one) => one.pass === null)) {
    while (byNumber.has(next)) next++;
    byNumber.set(next, [pass]);
  }
  return byNumber;
}

/** A stack as a mark or a step names it. */
export type StackOfPass = Pick<PassSawn, 'stack' | 'stackLayers' | 'layers'>;

/** Passes of a stack whose layers were held together at the bench, or of which some were spoiled, whether marked or not. */
export interface PassesInHand extends StackOfPass {
  readonly stackLayers: readonly string[];
  readonly passes: readonly number[];
}

/** What an event says is in hand; null where it says nothing of the kind. */
export function inHandBy(event: StandingEvent): PassesInHand | null {
  if (event.kind === 'layers-spoiled') return { ...event, passes: [event.pass] };
  if (event.kind !== 'step-done' || stepOf(event) !== 'stick' || event.stack === null || !event.stackLayers)
    return null;
  const { stack, stackLayers, passes } = event;
  return { stack, stackLayers, layers: stackLayers.length, passes };
}

/** Ids of the layers of a pass that are spoiled, by its marks or apart from them. */
export function lostIn(
  work: WorkDone,
  stack: string,
  pass: number,
  marks: readonly PassSawn[] = passesByNumber(work, stack).get(pass) ?? [],
): string[] {
  const own = spoilsOf(work.spoils, stack).filter((one) => one.pass === pass);
  return [...new Set([...marks.flatMap(spoiledBy), ...own.flatMap(({ lost }) => lost.map(({ layerId }) => layerId))])];
}

/**
 * Layers of a gang for which blanks are cut and not yet sawn: each pass, when it is first marked or in hand, uses up as many as
 * `layersIn` says its stack has of it, as far as they were marked as cut before.
 */
export function layersReady(
  { standing }: Pick<WorkDone, 'standing'>,
  gang: string,
  layersIn: (stack: StackOfPass) => number,
): number {
  const begun = new Set<string>();
  return standing.reduce((ready, event) => {
    if (event.kind === 'blanks-cut') return ready + (event.layers[gang] ?? 0);
    const stack = event.kind === 'pass-sawn' ? { ...event, passes: [event.pass ?? event.id] } : inHandBy(event);
    if (!stack) return ready;
    const more = stack.passes.map((pass) => `${stack.stack} ${String(pass)}`).filter((pass) => !begun.has(pass));
    for (const pass of more) begun.add(pass);
    // Before any blank of it is cut, no pass needs to be looked at.
    return ready === 0 || more.length === 0 ? ready : Math.max(0, ready - more.length * layersIn(stack));
  }, 0);
}
