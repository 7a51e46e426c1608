import { hasSameContent, isObject, keyed, type Keyed } from './shape';

/** A place in a document, from its outside in: the names of fields, and the keys of what stands in lists. */
export type Place = readonly string[];

/** What two hands have made different of one place; undefined where there is nothing there. */
export interface Clash {
  readonly at: Place;
  readonly base: unknown;
  readonly mine: unknown;
  readonly theirs: unknown;
}

export interface Joined<T> {
  /** Everything that either has changed; where they clash, mine. */
  readonly doc: T;
  readonly clashes: readonly Clash[];
}

/**
 * Joins two versions of a document that were made from one `base`: field by field, and in lists whose items have keys, item by item.
 * What only one has changed is taken from it. A value of several fields (a length, a place, a rule of its kind) is one: half of
 * mine with half of theirs is neither's. Without a base (undefined) all that differs clashes, and what only one has is kept.
 */
export function joinVersions<T extends object>(base: T | undefined, mine: T, theirs: T): Joined<T> {
  const clashes: Clash[] = [];
  const doc = joined([], { base, mine, theirs }, clashes);
  // Joined of two documents field by field, it is one of the same kind.
  return { doc: doc as T, clashes };
}

/** The document with theirs where a clash says so. */
export function takingTheirs<T extends object>(doc: T, clashes: readonly Clash[]): T {
  // Each place keeps its kind of value.
  return clashes.reduce((all, { at, theirs }) => replaced(all, at, theirs) as T, doc);
}

interface Versions {
  readonly base: unknown;
  readonly mine: unknown;
  readonly theirs: unknown;
}

function joined(at: Place, versions: Versions, clashes: Clash[]): unknown {
  const { base, mine, theirs } = versions;
  if (hasSameContent(mine, theirs) || hasSameContent(base, theirs)) return mine;
  if (hasSameContent(base, mine)) return theirs;
  const lists = listsOf(versions);
  if (lists) return joinedLists(at, lists, clashes);
  if (isObject(mine) && isObject(theirs)) {
    const before = isObject(base) ? base : {};
    const fields = [...new Set([...Object.keys(mine), ...Object.keys(theirs)])];
    const entries = fields.map((field) => {
      const own = { base: before[field], mine: mine[field], theirs: theirs[field] };
      return [field, joined([...at, field], own, clashes)] as const;
    });
    return Object.fromEntries(entries.filter(([, value]) => value !== undefined));
  }
  clashes.push({ at, base, mine, theirs });
  return mine;
}

interface Lists {
  readonly base: Keyed;
  readonly mine: Keyed;
  readonly theirs: Keyed;
}

/** The versions as lists of items with keys; null where one is not. */
function listsOf({ base, mine, theirs }: Versions): Lists | null {
  const [own, others] = [keyed(mine), keyed(theirs)];
  if (!own || !others) return null;
  return { base: keyed(base) ?? new Map(), mine: own, theirs: others };
}

/** In the order of whoever has changed it, mine before theirs; what the other has added follows what it stood behind. */
function joinedLists(at: Place, { base, mine, theirs }: Lists, clashes: Clash[]): unknown[] {
  const items = new Map<string, unknown>();
  for (const key of new Set([...mine.keys(), ...theirs.keys()])) {
    const own = { base: base.get(key), mine: mine.get(key), theirs: theirs.get(key) };
    const item = joined([...at, key], own, clashes);
    if (item !== undefined) items.set(key, item);
  }
  const known = (keys: Keyed): string => [...keys.keys()].filter((key) => base.has(key) && items.has(key)).join('\n');
  const [first, second] = known(mine) === known(base) ? [theirs, mine] : [mine, theirs];
  const order = [...first.keys()].filter((key) => items.has(key));
  let before = -1;
  for (const key of second.keys()) {
    const place = order.indexOf(key);
    if (place >= 0) before = place;
    else if (items.has(key)) order.splice(++before, 0, key);
  }
  return order.map((key) => items.get(key));
}

function replaced(value: unknown, [step, ...rest]: Place, by: unknown): unknown {
  if (step === undefined) return by;
  const items = keyed(value);
  if (items) {
    const next = new Map(items);
    const item = replaced(items.get(step), rest, by);
    if (item === undefined) next.delete(step);
    else next.set(step, item);
    return [...next.values()];
  }
  const { [step]: old, ...others } = isObject(value) ? value : {};
  const next = replaced(old, rest, by);
  return next === undefined ? others : { ...others, [step]: next };
}
