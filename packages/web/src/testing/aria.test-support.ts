/**
 * What an element is and how it is called, as assistive technology is told (WAI-ARIA 1.2, accessible name computation, for what this
 * program uses). The libraries for it ask for every label's control anew, which takes seconds on a page of thousands of elements.
 */
const BY_TAG: Readonly<Record<string, string>> = {
  article: 'article',
  button: 'button',
  dd: 'definition',
  dialog: 'dialog',
  dt: 'term',
  fieldset: 'group',
  figure: 'figure',
  h1: 'heading',
  h2: 'heading',
  h3: 'heading',
  h4: 'heading',
  img: 'img',
  li: 'listitem',
  main: 'main',
  nav: 'navigation',
  ol: 'list',
  option: 'option',
  output: 'status',
  progress: 'progressbar',
  select: 'combobox',
  table: 'table',
  td: 'cell',
  textarea: 'textbox',
  th: 'columnheader',
  tr: 'row',
  ul: 'list',
};

const BY_TYPE: Readonly<Record<string, string>> = {
  button: 'button',
  checkbox: 'checkbox',
  file: '',
  hidden: '',
  number: 'spinbutton',
  radio: 'radio',
  range: 'slider',
  submit: 'button',
};

/** Called after what stands in them. */
const BY_CONTENT = new Set(
  'button cell checkbox columnheader heading link menuitem option radio row rowheader switch tab'.split(' '),
);

const plain = (text: string): string => text.replace(/\s+/g, ' ').trim();

export function roleOf(element: Element): string {
  const said = element.getAttribute('role');
  if (said !== null) return said;
  const tag = element.tagName.toLowerCase();
  if (tag === 'a') return element.hasAttribute('href') ? 'link' : '';
  if (tag === 'section') return nameSaid(element) === '' ? '' : 'region';
  if (tag === 'input') return BY_TYPE[element.getAttribute('type') ?? 'text'] ?? 'textbox';
  if (tag === 'th' && element.getAttribute('scope') === 'row') return 'rowheader';
  return BY_TAG[tag] ?? '';
}

/** By its own attributes. */
function nameSaid(element: Element): string {
  const by = element.getAttribute('aria-labelledby');
  if (by !== null) return plain(by.split(' ').map(textById).join(' '));
  return plain(element.getAttribute('aria-label') ?? '');
}

const textById = (id: string): string => {
  const named = document.getElementById(id);
  return named ? contentOf(named) : '';
};

/** What stands in an element, with what its pictures are called and without what is hidden. */
function contentOf(element: Element, without: Element | null = null): string {
  const parts = [...element.childNodes].map((node) => {
    if (node.nodeType === Node.TEXT_NODE) return node.textContent ?? '';
    if (!(node instanceof Element) || node === without || node.getAttribute('aria-hidden') === 'true') return '';
    const said = nameSaid(node) || (node.getAttribute('alt') ?? '');
    if (said !== '') return ` ${said} `;
    // Elements side by side are boxes of their own; words go on into an element that stands among them.
    return `${node.previousSibling instanceof Element ? ' ' : ''}${contentOf(node, without)}`;
  });
  return plain(parts.join(''));
}

/** The words of its labels: those that name it by its id, and the one it stands in. */
export function labelsOf(element: Element): string[] {
  const { id } = element;
  const pointing = id === '' ? [] : [...document.querySelectorAll(`label[for="${id}"]`)];
  const around = element.closest('label');
  const labels = around && !pointing.includes(around) ? [...pointing, around] : pointing;
  return labels.map((label) => contentOf(label, element));
}

const CAPTIONS: Readonly<Record<string, string>> = {
  fieldset: 'legend',
  table: 'caption',
  figure: 'figcaption',
  svg: 'title',
};

export function nameOf(element: Element): string {
  const said = nameSaid(element);
  if (said !== '') return said;
  if (/^(input|select|textarea)$/i.test(element.tagName)) return plain(labelsOf(element).join(' '));
  const caption = CAPTIONS[element.tagName.toLowerCase()];
  const captioned = caption === undefined ? null : [...element.children].find((one) => one.localName === caption);
  if (captioned) return contentOf(captioned);
  const alt = element.getAttribute('alt') ?? '';
  if (alt !== '') return alt;
  const content = BY_CONTENT.has(roleOf(element)) ? contentOf(element) : '';
  return content === '' ? (element.getAttribute('title') ?? '') : content;
}

const TAGS_OF = new Map<string, string[]>();
TAGS_OF.set('rowheader', ['th']);
for (const [tag, role] of Object.entries(BY_TAG)) TAGS_OF.set(role, [...(TAGS_OF.get(role) ?? []), tag]);

/** A selector of all that may have a role. */
export const maybe = (role: string): string =>
  [
    `[role=${role}]`,
    ...(TAGS_OF.get(role) ?? []),
    role === 'link' ? 'a' : role === 'region' ? 'section' : 'input',
  ].join();
