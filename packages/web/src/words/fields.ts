import type { Place } from '@rapid-jig/core';

/** What the fields of documents are called where two versions of one are compared. */
const WORDS: Readonly<Record<string, string>> = {
  apartClean: 'whether faces stay clean',
  archived: 'whether it is put away',
  betweenSizes: 'the blade between two sizes',
  copies: 'copies',
  costMinor: 'what one costs',
  crosscut: 'the crosscut saw',
  cutOrder: 'the order of cuts',
  dueDate: 'the date',
  favouriteForm: 'the favourite tooth form',
  hourValueMinor: 'the value of an hour',
  holding: 'how stacks are held',
  holdingMargin: 'the wood left to hold by',
  keepInSaw: 'whether the blade in the saw is kept',
  lines: 'what is made, and how many',
  maxLayers: 'the most layers',
  measured: 'measured thicknesses',
  moisturePercent: 'moisture',
  perCopy: 'pieces in a copy',
  pinnedLayers: 'pinned layers',
  refillSpares: 'whether spares are made again',
  cutRules: 'how its cuts are sawn',
  cutWants: 'what its cuts want of a blade',
  corners: 'how corners are sawn',
  rip: 'the table saw',
  onHand: 'on hand',
  otherSaws: 'the other saws',
  rods: 'dowels and strips',
  secondEntry: 'whether very hard wood gets two entry holes',
  useWhatIsLeft: 'whether only blades that are left are used',
  wood: 'what was granted for the wood',
};

/** `the most layers` for `maxLayers`; a field that has no words of its own is read as it is spelled. */
export const fieldWords = (field: string): string =>
  WORDS[field] ?? field.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`);

/**
 * `Rocking whale: copies` for a place in a document: what it is of, from `nameOf`, which knows what ids stand for, and the innermost
 * field. Steps that have no name are left out.
 */
export function placeWords(at: Place, nameOf: (id: string) => string | null): string {
  const names = at.flatMap((step) => nameOf(step) ?? []);
  const field = at.findLast((step) => nameOf(step) === null && !isId(step));
  return [names.join(', '), fieldWords(field ?? '')].filter(Boolean).join(': ');
}

const isId = (step: string): boolean => /^[0-9a-f-]{36}$/.test(step);

const LONGEST = 40;

/** A value short enough to stand in a line: text, numbers, sizes as typed, how many a list has; null where it is more than that. */
export function shortValue(value: unknown): string | null {
  if (value === undefined) return 'not there';
  if (value === null) return 'none';
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (typeof value === 'number') return String(value);
  if (typeof value === 'string') return value.length > LONGEST ? `${value.slice(0, LONGEST)}…` : value || 'empty';
  if (Array.isArray(value)) return `${String(value.length)} of them`;
  const { typed, kind, count, percent, confidencePercent, name } = value as Readonly<Record<string, unknown>>;
  if (typeof typed === 'string') return typed;
  if (typeof name === 'string') return name;
  if (kind === 'count') return String(count);
  if (kind === 'percent') return `${String(percent)} %`;
  return kind === 'risk' ? `by risk, ${String(confidencePercent)} % sure` : null;
}

/** What the things in a value are called, by their ids. */
export function namesIn(value: unknown): ReadonlyMap<string, string> {
  const names = new Map<string, string>();
  const look = (inner: unknown): void => {
    if (typeof inner !== 'object' || inner === null) return;
    const { id, name } = inner as Readonly<Record<string, unknown>>;
    if (typeof id === 'string' && typeof name === 'string') names.set(id, name);
    Object.values(inner).forEach(look);
  };
  look(value);
  return names;
}
