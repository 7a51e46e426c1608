import { XMLParser } from 'fast-xml-parser';
import { err, ok, type Result } from '../../result';
import type { ReadFault } from '../fault';

export interface SvgElement {
  /** Local name, without a namespace prefix. */
  readonly name: string;
  /** By their plain names; of those with a prefix only what refers to something or names a layer. */
  readonly attributes: Readonly<Record<string, string>>;
  readonly children: readonly SvgElement[];
  /** The text directly in it; style sheets are read from there. */
  readonly text: string;
}

const ATTRIBUTE = '@_';
const SVG_NAMESPACE = 'http://www.w3.org/2000/svg';
/** Of attributes with a prefix these are read, where there is no plain one of that name. */
const FROM_PREFIXED = ['href', 'label'];
const notSvg = (message: string, where: string): Result<never, ReadFault> =>
  err({ kind: 'not-an-svg', message, where, hint: 'Choose an SVG file; most drawing programs can export one.' });

/**
 * Parses the text of an SVG into elements; elements of other namespaces are left away with all they hold. Of entities only short texts
 * that the file itself declares are put in, once; scripts never run and nothing is fetched. Errors: not XML, or its root is not `svg`.
 */
export function parseSvgTree(text: string): Result<SvgElement, ReadFault> {
  const parser = new XMLParser({
    preserveOrder: true,
    ignoreAttributes: false,
    attributeNamePrefix: ATTRIBUTE,
    processEntities: false,
    ignoreDeclaration: true,
    ignorePiTags: true,
    parseTagValue: false,
    trimValues: false,
    maxNestedTags: Infinity,
  });
  let nodes: unknown;
  try {
    nodes = parser.parse(text, true);
  } catch (cause) {
    const reason = cause instanceof Error ? cause.message : String(cause);
    return notSvg('The file is not well-formed XML, so no drawing can be read from it.', reason.slice(0, 200));
  }
  const [root] = elementsOf(nodes, entitiesOf(text));
  if (root?.name !== 'svg') {
    return notSvg(
      'The file is not an SVG drawing.',
      root ? `its outermost element is <${root.name}>` : 'the whole file',
    );
  }
  return ok(root);
}

const TEXT = '#text';
const TEXT_AS_IT_IS = '#cdata';

/** An element on its way, to which children are still to be added. */
type OpenElement = SvgElement & { readonly children: SvgElement[] };

interface Waiting {
  readonly nodes: unknown;
  readonly into: SvgElement[];
  /** Namespaces by prefix; '' for names without one. */
  readonly spaces: ReadonlyMap<string, string>;
}

/**
 * The parser gives each node as `{ name: children, ':@': attributes }`, and text as a node of its own. A list of what waits, not
 * recursion: drawings nest deeper than a stack may.
 */
function elementsOf(nodes: unknown, entities: Entities): SvgElement[] {
  const top: SvgElement[] = [];
  const waiting: Waiting[] = [{ nodes, into: top, spaces: new Map() }];
  for (let next = waiting.pop(); next; next = waiting.pop()) {
    if (!Array.isArray(next.nodes)) continue;
    for (const node of next.nodes as unknown[]) {
      if (!isRecord(node)) continue;
      const name = Object.keys(node).find((key) => key !== ':@');
      if (name === undefined || name === TEXT || name === TEXT_AS_IT_IS) continue;
      const written = isRecord(node[':@']) ? node[':@'] : {};
      const attributes = new Map(
        Object.entries(written).map(([key, value]) => [
          key.slice(ATTRIBUTE.length),
          plainText(String(value), entities),
        ]),
      );
      const spaces = spacesWith(attributes, next.spaces);
      const [prefix, local] = splitName(name);
      if (!isSvg(spaces.get(prefix))) continue;
      const inside = node[name];
      const element: OpenElement = {
        name: local,
        attributes: plainAttributes(attributes),
        children: [],
        text: plainText(textOf(inside), entities),
      };
      next.into.push(element);
      waiting.push({ nodes: inside, into: element.children, spaces });
    }
  }
  return top;
}

/** What declares no namespace, or one that cannot be read, is taken for a drawing. */
const isSvg = (space: string | undefined): boolean =>
  space === undefined || space === '' || space === SVG_NAMESPACE || space.startsWith('&');

function splitName(name: string): [prefix: string, local: string] {
  const colon = name.indexOf(':');
  return colon < 0 ? ['', name] : [name.slice(0, colon), name.slice(colon + 1)];
}

function spacesWith(
  attributes: ReadonlyMap<string, string>,
  outer: ReadonlyMap<string, string>,
): ReadonlyMap<string, string> {
  const own = [...attributes].flatMap(([name, value]): [string, string][] => {
    if (name === 'xmlns') return [['', value]];
    return name.startsWith('xmlns:') ? [[name.slice('xmlns:'.length), value]] : [];
  });
  return own.length === 0 ? outer : new Map([...outer, ...own]);
}

function plainAttributes(attributes: ReadonlyMap<string, string>): Record<string, string> {
  const plain: Record<string, string> = Object.create(null) as Record<string, string>;
  for (const [name, value] of attributes) if (!name.includes(':')) plain[name] = value;
  for (const [name, value] of attributes) {
    const [, local] = splitName(name);
    if (FROM_PREFIXED.includes(local)) plain[local] ??= value;
  }
  return plain;
}

const textOf = (nodes: unknown): string =>
  Array.isArray(nodes)
    ? nodes
        .map((node: unknown) => {
          if (!isRecord(node)) return '';
          const literal = node[TEXT_AS_IT_IS];
          return TEXT in node ? String(node[TEXT]) : Array.isArray(literal) ? textOf(literal) : '';
        })
        .join('')
    : '';

const isRecord = (value: unknown): value is Record<string, unknown> => typeof value === 'object' && value !== null;

/** Texts that a file declares for itself, by name. */
type Entities = ReadonlyMap<string, string>;

/** The document type stands at the head; what it declares is a word or a style. */
const HEAD = 20_000;
const LONGEST_ENTITY = 2000;
const NAMED: Entities = new Map([
  ['amp', '&'],
  ['lt', '<'],
  ['gt', '>'],
  ['quot', '"'],
  ['apos', "'"],
]);

function entitiesOf(text: string): Entities {
  const declared = [...text.slice(0, HEAD).matchAll(/<!ENTITY\s+([\w.-]+)\s+(?:"([^"]*)"|'([^']*)')\s*>/g)];
  return new Map([
    ...declared.flatMap(([, name = '', one, other]): [string, string][] => {
      const value = one ?? other ?? '';
      return value.length <= LONGEST_ENTITY ? [[name, value]] : [];
    }),
    ...NAMED,
  ]);
}

/** Characters by their number, and declared texts, put in once: what they hold is taken as it is, so nothing multiplies. */
const plainText = (text: string, entities: Entities): string =>
  text.includes('&')
    ? text.replace(
        /&(?:#(\d{1,7})|#x([\da-f]{1,6})|([\w.-]+));/gi,
        (whole, decimal?: string, hex?: string, name?: string) => {
          if (name !== undefined) return entities.get(name) ?? whole;
          const point = decimal === undefined ? Number.parseInt(hex ?? '', 16) : Number(decimal);
          return point <= 0x10ffff ? String.fromCodePoint(point) : '';
        },
      )
    : text;
