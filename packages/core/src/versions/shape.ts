/** Items of a list by what tells them apart, in their order. */
export type Keyed = ReadonlyMap<string, unknown>;

type Fields = Readonly<Record<string, unknown>>;

/** Fields that mark a value as one thing: a rule of its kind, a length in its unit, a place. */
const OF_ONE_VALUE = ['kind', 'mm', 'x', 'start'];

/** True of what is joined field by field. */
export const isObject = (value: unknown): value is Fields =>
  typeof value === 'object' &&
  value !== null &&
  !Array.isArray(value) &&
  OF_ONE_VALUE.every((field) => !(field in value));

/**
 * A list by the keys of its items: their id, the template or wood that each is of, or, of plain words, themselves. null where it is no
 * list, or one whose items are told apart by their places alone.
 */
export function keyed(value: unknown): Keyed | null {
  if (!Array.isArray(value)) return null;
  const items = new Map<string, unknown>();
  for (const item of value as readonly unknown[]) {
    const key = keyOf(item);
    if (key === null || items.has(key)) return null;
    items.set(key, item);
  }
  return items;
}

function keyOf(item: unknown): string | null {
  if (typeof item === 'string') return item;
  if (typeof item !== 'object' || item === null) return null;
  const { id, templateId, woodId, nominalMm } = item as Fields;
  if (typeof id === 'string') return id;
  if (typeof templateId === 'string') return templateId;
  return typeof woodId === 'string' && typeof nominalMm === 'number' ? `${woodId} ${String(nominalMm)}` : null;
}

/** True of values that say the same, whatever the order of their fields. */
export function hasSameContent(a: unknown, b: unknown): boolean {
  if (a === b) return true;
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false;
  if (Array.isArray(a) !== Array.isArray(b)) return false;
  const [one, other] = [a as Fields, b as Fields];
  const fields = new Set([...Object.keys(one), ...Object.keys(other)]);
  return [...fields].every((field) => hasSameContent(one[field], other[field]));
}
