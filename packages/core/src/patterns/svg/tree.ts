import { XMLParser } from 'fast-xml-parser';
import { err, ok, type Result } from '../../result';
import type { ReadFault } from '../fault';

export interface SvgElement {
  /** Local name, without a namespace prefix. */
  readonly name: string;
  readonly attributes: Readonly<Record<string, string>>;
  readonly children: readonly SvgElement[];
  /** The text directly in it; style sheets are read from there. */
  readonly text: string;
}

const ATTRIBUTE = '@_';
const notSvg = (message: string, where: string): Result<never, ReadFault> =>
  err({ kind: 'not-an-svg', message, where, hint: 'Choose an SVG file; most drawing programs can export one.' });

/**
 * Parses the text of an SVG into elements. Entities are never expanded, scripts never run and nothing is fetched:
 * the parser only reads. Errors: not XML, or its root is not `svg`.
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
    removeNSPrefix: true,
    maxNestedTags: 2000,
  });
  let nodes: unknown;
  try {
    nodes = parser.parse(text, true);
  } catch (cause) {
    const reason = cause instanceof Error ? cause.message : String(cause);
    return notSvg('The file is not well-formed XML, so no drawing can be read from it.', reason.slice(0, 200));
  }
  const [root] = elementsOf(nodes);
  if (root?.name !== 'svg') {
    return notSvg(
      'The file is not an SVG drawing.',
      root ? `its outermost element is <${root.name}>` : 'the whole file',
    );
  }
  return ok(root);
}

const TEXT = '#text';

/** The parser gives each node as `{ name: children, ':@': attributes }`, and text as a node of its own. */
function elementsOf(nodes: unknown): SvgElement[] {
  if (!Array.isArray(nodes)) return [];
  return nodes.flatMap((node: unknown) => {
    if (!isRecord(node)) return [];
    const name = Object.keys(node).find((key) => key !== ':@');
    if (name === undefined || name === TEXT) return [];
    const inside = node[name];
    return [{ name, attributes: attributesOf(node[':@']), children: elementsOf(inside), text: textOf(inside) }];
  });
}

const textOf = (nodes: unknown): string =>
  Array.isArray(nodes)
    ? nodes.map((node: unknown) => (isRecord(node) && TEXT in node ? String(node[TEXT]) : '')).join('')
    : '';

function attributesOf(raw: unknown): Record<string, string> {
  if (!isRecord(raw)) return {};
  return Object.fromEntries(Object.entries(raw).map(([key, value]) => [key.slice(ATTRIBUTE.length), String(value)]));
}

const isRecord = (value: unknown): value is Record<string, unknown> => typeof value === 'object' && value !== null;
