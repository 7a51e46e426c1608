import { err, ok, type Fault, type Result } from '../result';
import { parseCount, parseLength, type Length, type LengthUnit } from '../units';
import { BARE_STOCK, roughQuarters, type StockItem, type StockKind } from './stock';
import { WOODS, type Wood } from './woods';

export type StockFault = Fault<'stock-unreadable' | 'unknown-wood' | 'stock-size' | 'stock-count'>;

/** Letters of the name of an item. */
export const LONGEST_STOCK_NAME = 120;

/** What a maker typed, understood: so many of an item that has no id yet. */
export interface TypedStock {
  readonly quantity: number;
  readonly item: Omit<StockItem, 'id'>;
}

const fault = (kind: StockFault['kind'], where: string, message: string): Result<never, StockFault> =>
  err({
    kind,
    where,
    message,
    hint: 'Type it like `2 beech 6/4 x 5 1/2 x 48`, `birch plywood 1/4 x 24 x 30` or `6 dowels 3/8 x 36`.',
  });

const WORDS: readonly (readonly [RegExp, StockKind])[] = [
  [/\bdowels?\b|\brods?\b/i, 'dowel'],
  [/\boffcuts?\b/i, 'offcut'],
  [/\bstrips?\b/i, 'strip'],
  [/\bboards?\b/i, 'board'],
  [/\bsheets?\b/i, 'sheet'],
];

/** Things that are bought ready, and things that are used up, by a word in what is typed. */
const BOUGHT = /\b(hinges?|magnets?|lights?|cords?|felt|eyes?|screws?|feet|clasps?|bells?)\b/i;
const USED_UP = /\b(tape|film|adhesive|glue|brads?|abrasive|sandpaper|paper|finish|oil|wax)\b/i;

/**
 * Reads stock as people type it: how many, the wood, thickness by width by length (a dowel: diameter by length).
 * `6/4` and its like are rough thicknesses; a bare figure takes the shop's unit. Bought parts and consumables are told by
 * a word like `hinges` or `tape`, and keep what was typed as their name.
 * Errors: a count that is not whole and above nought, a name that is too long, no size, a size that cannot be read, a wood that is not known.
 */
export function parseStock(text: string, unit: LengthUnit): Result<TypedStock, StockFault> {
  const typed = text.trim();
  const [, figure, rest = typed] = /^(-?[\d.,]+)\s+(?=[a-z])(.*)$/i.exec(typed) ?? [];
  const quantity = parseCount(figure ?? '1');
  if (quantity === null || quantity === 0)
    return fault('stock-count', figure ?? '', `"${figure ?? ''}" is no whole number of things above nought.`);
  if (rest.length > LONGEST_STOCK_NAME)
    return fault('stock-unreadable', rest.slice(0, 20), `This is longer than ${String(LONGEST_STOCK_NAME)} letters.`);
  const ready = BOUGHT.test(rest) ? 'bought' : USED_UP.test(rest) ? 'consumable' : null;
  if (ready !== null && rest.split(/\s*[x×*]\s*/i).length < 3)
    return ok({ quantity, item: { ...BARE_STOCK, kind: ready, name: rest } });
  const start = rest.search(/-?\d/);
  if (start < 0) return fault('stock-size', typed, `"${typed}" gives no size.`);
  const kindWord = WORDS.find(([word]) => word.test(rest.slice(0, start)));
  const words = WORDS.reduce((name, [word]) => name.replace(word, ' '), rest.slice(0, start)).trim();
  const wood = woodNamed(words === '' && kindWord?.[1] === 'dowel' ? 'yellow birch' : words);
  if (!wood) return fault('unknown-wood', words || typed, `There is no wood called "${words}" in the table.`);
  const sizes = rest.slice(start).split(/\s*[x×*]\s*/i);
  const kind = kindWord?.[1] ?? (wood.kind === 'sheet' ? 'sheet' : 'board');
  if (sizes.length !== (kind === 'dowel' ? 2 : 3))
    return fault(
      'stock-size',
      rest.slice(start),
      kind === 'dowel' ? 'A dowel has a diameter and a length.' : 'Thickness, width and length are needed.',
    );
  const read = sizes.map((size) => sizeOf(size, unit));
  const wrong = read.indexOf(null);
  if (wrong >= 0) return fault('stock-size', sizes[wrong] ?? '', `"${sizes[wrong] ?? ''}" is no size.`);
  const [thickness = null, second = null, third = null] = read;
  const [width, length] = kind === 'dowel' ? [null, second] : [second, third];
  return ok({
    quantity,
    item: {
      ...BARE_STOCK,
      kind,
      woodId: wood.id,
      thickness,
      width,
      length,
      rough: roughQuarters(sizes[0] ?? '') !== null,
    },
  });
}

/** A size of stock as typed: a rough thickness by its name, else a length; null where it is neither. */
export function sizeOf(text: string, unit: LengthUnit): Length | null {
  const typed = text.trim();
  const rough = roughQuarters(typed);
  if (rough !== null) return { mm: rough, typed };
  const length = parseLength(typed, unit);
  return length.ok ? length.value : null;
}

/** The wood whose name holds all the words; of several the one with the shortest name. */
export function woodNamed(words: string): Wood | null {
  const wanted = words.toLowerCase().match(/[a-z-]+/g) ?? [];
  if (wanted.length === 0) return null;
  const names = WOODS.filter(({ name, id }) => {
    const own = `${name} ${id}`.toLowerCase();
    return wanted.every((word) => own.includes(word.replace(/s$/, '')));
  });
  return [...names].sort((a, b) => a.name.length - b.name.length)[0] ?? null;
}
