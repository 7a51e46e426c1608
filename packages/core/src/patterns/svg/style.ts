import { parse } from '@adobe/css-tools';
import { compile } from 'css-select';
import type { SvgElement } from './tree';

/** What the style sheets of a drawing say of one element, as properties by name. */
export type StyleSheet = (element: SvgElement) => Readonly<Record<string, string>>;

interface StyleRule {
  readonly matches: (element: SvgElement) => boolean;
  readonly weight: number;
  readonly properties: Readonly<Record<string, string>>;
}

/** More rules than any drawing program writes: what follows is not read. */
const MOST_RULES = 2000;

/**
 * Reads the `<style>` elements of a drawing: rules by element, class, id and how they stand in each other, in the order
 * of the cascade. Rules for media, and what cannot be read as a rule, say nothing.
 */
export function styleSheetOf(root: SvgElement): StyleSheet {
  const parents = new Map<SvgElement, SvgElement>();
  const sheets: string[] = [];
  const visits = [root];
  for (let element = visits.pop(); element; element = visits.pop()) {
    if (element.name === 'style') sheets.push(element.text);
    for (const child of element.children) parents.set(child, element);
    for (const child of element.children) visits.push(child);
  }
  if (sheets.length === 0) return () => ({});
  const adapter = adapterFor(parents);
  const rules = sheets
    .flatMap((text) => rulesOf(text, adapter))
    .slice(0, MOST_RULES)
    .sort((a, b) => a.weight - b.weight);
  return (element) =>
    Object.assign({}, ...rules.filter((rule) => rule.matches(element)).map((rule) => rule.properties));
}

type TreeAdapter = ReturnType<typeof adapterFor>;

/** What the selector package asks of a tree. */
function adapterFor(parents: ReadonlyMap<SvgElement, SvgElement>) {
  const parent = (element: SvgElement): SvgElement | null => parents.get(element) ?? null;
  return {
    isTag: (node: SvgElement): node is SvgElement => node.name !== '',
    getAttributeValue: (element: SvgElement, name: string): string | undefined => element.attributes[name],
    getChildren: (element: SvgElement): SvgElement[] => [...element.children],
    getName: (element: SvgElement): string => element.name,
    getParent: parent,
    getSiblings: (element: SvgElement): SvgElement[] => [...(parent(element)?.children ?? [element])],
    getText: (element: SvgElement): string => element.text,
    hasAttrib: (element: SvgElement, name: string): boolean => name in element.attributes,
    removeSubsets: (elements: SvgElement[]): SvgElement[] => elements,
  };
}

function rulesOf(text: string, adapter: TreeAdapter): StyleRule[] {
  const { rules } = parse(text, { silent: true }).stylesheet;
  return rules.flatMap((rule) => {
    if (rule.type !== 'rule' || !('selectors' in rule)) return [];
    const said = (rule.declarations ?? []).flatMap((declaration) =>
      'property' in declaration
        ? [[declaration.property.toLowerCase(), withoutImportant(declaration.value)] as const]
        : [],
    );
    const properties = Object.fromEntries(said);
    return rule.selectors.flatMap((selector) => {
      const matches = matcherOf(selector, adapter);
      return matches ? [{ matches, weight: weightOf(selector), properties }] : [];
    });
  });
}

/** A value without the word that makes it count more. */
export function withoutImportant(value: string): string {
  const mark = value.lastIndexOf('!');
  const isMark =
    mark >= 0 &&
    value
      .slice(mark + 1)
      .trim()
      .toLowerCase() === 'important';
  return (isMark ? value.slice(0, mark) : value).trim();
}

/** Whether an element is meant by a selector; null where the selector cannot be understood (it then means nothing). */
function matcherOf(selector: string, adapter: TreeAdapter): ((element: SvgElement) => boolean) | null {
  try {
    return compile<SvgElement, SvgElement>(selector, { adapter, xmlMode: true });
  } catch (cause) {
    if (cause instanceof Error) return null;
    throw cause;
  }
}

/** CSS specificity: ids before classes and attributes before element names. */
function weightOf(selector: string): number {
  const count = (pattern: RegExp): number => selector.match(pattern)?.length ?? 0;
  return count(/#[\w-]/g) * 10_000 + count(/\.[\w-]|\[|:(?!:)/g) * 100 + count(/(?:^|[\s>+~,(])[a-z]/gi);
}
