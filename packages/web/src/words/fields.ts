/** What the fields of documents are called where two versions of one are compared. */
const WORDS: Readonly<Record<string, string>> = {
  archived: 'whether it is put away',
  betweenSizes: 'the blade between two sizes',
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
  refillSpares: 'whether spares are made again',
  corners: 'how corners are sawn',
  rip: 'the table saw',
  otherSaws: 'the other saws',
  rods: 'dowels and strips',
  secondEntry: 'whether very hard wood gets two entry holes',
  useWhatIsLeft: 'whether only blades that are left are used',
  wood: 'what was granted for the wood',
};

/** `the most layers` for `maxLayers`; a field that has no words of its own is read as it is spelled. */
export const fieldWords = (field: string): string =>
  WORDS[field] ?? field.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`);

const LONGEST = 40;

/** A value short enough to stand in a line: text, numbers, how many a list has; null where it is more than that. */
export function shortValue(value: unknown): string | null {
  if (value === null) return 'none';
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (typeof value === 'number') return String(value);
  if (typeof value === 'string') return value.length > LONGEST ? `${value.slice(0, LONGEST)}…` : value || 'empty';
  return Array.isArray(value) ? `${String(value.length)} of them` : null;
}
