import { expect as told, jest } from '@jest/globals';
import { createEvent, fireEvent } from '@testing-library/dom';
import { userEvent } from '@testing-library/user-event';
import { maybe, nameOf, roleOf } from './aria.test-support';

declare global {
  /** A timer of the test, which goes on while pages come and go. */
  var setTimeoutOfTest: typeof setTimeout;
}

type Text = string | RegExp;

/** So long something may take to come, ms: on shared cores a slow minute fails no test. */
const PATIENCE_MS = 60_000;
const LOOK_AGAIN_MS = 15;

const realNow = performance.now.bind(performance);
let skippedMs = 0;
performance.now = () => realNow() + skippedMs;

/** Lets time pass for what tells two taps apart, without waiting for it. */
export const later = (ms: number): void => {
  skippedMs += ms;
};

const plain = (text: string | null): string => (text ?? '').replace(/\s+/g, ' ').trim();

/** As people read: any case, anywhere in the text; `exact` takes the whole of it. */
const matcher =
  (wanted: Text, exact = false) =>
  (text: string | null): boolean => {
    const read = plain(text);
    if (typeof wanted !== 'string') return wanted.test(read);
    return exact ? read === wanted : read.toLowerCase().includes(plain(wanted).toLowerCase());
  };

/** Waits until `look` gives something, and throws what it said last where it never does. */
export async function until<T>(look: () => T | null, why: () => string): Promise<T> {
  const end = realNow() + PATIENCE_MS;
  for (;;) {
    const found = look();
    if (found !== null) return found;
    if (realNow() > end) throw new Error(`${why()}\nOn the page: ${plain(document.body.textContent).slice(0, 600)}`);
    await new Promise((again) => setTimeoutOfTest(again, LOOK_AGAIN_MS));
  }
}

interface Named {
  readonly name?: Text;
  readonly checked?: boolean;
  readonly exact?: boolean;
}

/** Something on the page, looked for anew whenever it is asked about: the words of the browser tests, so that a test may move. */
export class Locator {
  constructor(
    private readonly words: string,
    readonly all: () => HTMLElement[],
  ) {}

  private within(words: string, find: (root: HTMLElement) => Iterable<Element>): Locator {
    const all = (): HTMLElement[] => [...new Set(this.all().flatMap((root) => [...find(root)]))] as HTMLElement[];
    return new Locator(`${this.words} > ${words}`, all);
  }

  getByRole(role: string, { name, exact = false, checked }: Named = {}): Locator {
    const isNamed = name === undefined ? () => true : matcher(name, exact);
    const isAsked = (one: Element): boolean =>
      roleOf(one) === role && (checked === undefined || isChecked(one) === checked) && isNamed(nameOf(one));
    return this.within(`${role} ${String(name ?? '')}`, (root) =>
      [...root.querySelectorAll(maybe(role))].filter(isAsked),
    );
  }

  getByLabel(label: Text, { exact = false }: { readonly exact?: boolean } = {}): Locator {
    const isNamed = matcher(label, exact);
    const named = 'input, textarea, select, [aria-label], [aria-labelledby]';
    return this.within(`label ${String(label)}`, (root) =>
      [...root.querySelectorAll(named)].filter((one) => isNamed(nameOf(one))),
    );
  }

  getByText(text: Text, { exact = false }: { readonly exact?: boolean } = {}): Locator {
    const matches = matcher(text, exact);
    return this.within(`text ${String(text)}`, (root) =>
      [...root.querySelectorAll(':not(style, script)')].filter(
        (one) => matches(one.textContent) && ![...one.children].some((child) => matches(child.textContent)),
      ),
    );
  }

  locator(css: string): Locator {
    return this.within(css, (root) => root.querySelectorAll(css));
  }

  filter({ hasText }: { readonly hasText: Text }): Locator {
    const matches = matcher(hasText);
    return new Locator(`${this.words} with ${String(hasText)}`, () =>
      this.all().filter(({ textContent }) => matches(textContent)),
    );
  }

  nth(n: number): Locator {
    return new Locator(`${this.words} #${String(n)}`, () => this.all().slice(n, n === -1 ? undefined : n + 1));
  }

  first = (): Locator => this.nth(0);
  last = (): Locator => this.nth(-1);

  /** The one that is meant; more than one is a test that does not say which. */
  one(): Promise<HTMLElement> {
    return until(
      () => {
        const found = this.all();
        if (found.length > 1) throw new Error(`${this.words}: there are ${String(found.length)}`);
        return found[0] ?? null;
      },
      () => `${this.words}: there is none`,
    );
  }

  /** The one that is meant, once it can be used. */
  private async ready(): Promise<HTMLElement> {
    await until(
      () => (this.all().some(canBeUsed) ? true : null),
      () => `${this.words}: there is none that can be used`,
    );
    return this.one();
  }

  async click(): Promise<void> {
    await user.click(await this.ready());
  }

  async dblclick(): Promise<void> {
    await user.dblClick(await this.ready());
  }

  async fill(text: string): Promise<void> {
    const element = await this.ready();
    if (roleOf(element) === 'combobox') await user.click(element);
    element.focus();
    fireEvent(element, createEvent.input(element, { target: { value: text } }));
  }

  async press(key: string): Promise<void> {
    (await this.one()).focus();
    await keyboard.press(key);
  }

  /** Presses with a finger or a mouse, and holds. */
  async hold(): Promise<void> {
    await user.pointer({ keys: '[MouseLeft>]', target: await this.one() });
  }

  async letGo(): Promise<void> {
    await user.pointer({ keys: '[/MouseLeft]', target: await this.one() });
  }

  async focus(): Promise<void> {
    (await this.one()).focus();
  }

  async blur(): Promise<void> {
    (await this.one()).blur();
  }

  async check(): Promise<void> {
    const box = (await this.one()) as HTMLInputElement;
    if (!box.checked) await user.click(box);
  }

  async uncheck(): Promise<void> {
    const box = (await this.one()) as HTMLInputElement;
    if (box.checked) await user.click(box);
  }

  async setInputFiles({ name, mimeType, buffer }: InputFile): Promise<void> {
    const field = (await this.one()) as HTMLInputElement;
    await user.upload(field, new File([new Uint8Array(buffer)], name, { type: mimeType }));
  }

  /** What stands in the first of them this moment. */
  now = (): string => plain(this.all()[0]?.textContent ?? '');

  count = (): Promise<number> => Promise.resolve(this.all().length);
  textContent = async (): Promise<string> => plain((await this.one()).textContent);
  getAttribute = async (name: string): Promise<string | null> => (await this.one()).getAttribute(name);

  toString(): string {
    return this.words;
  }
}

const canBeUsed = (element: Element): boolean =>
  !element.hasAttribute('disabled') && element.getAttribute('aria-disabled') !== 'true';

const isChecked = (element: Element | undefined): boolean =>
  (element as HTMLInputElement | undefined)?.checked === true || element?.getAttribute('aria-checked') === 'true';

export interface InputFile {
  readonly name: string;
  readonly mimeType: string;
  readonly buffer: Uint8Array;
}

const user = userEvent.setup({ delay: null, pointerEventsCheck: 0, skipHover: true, applyAccept: false });

const KEYS: Readonly<Record<string, string>> = { Space: ' ' };
const keyText = (key: string): string => KEYS[key] ?? (key.length === 1 ? key : `{${key}}`);

/** As a browser does what a page asks it to type into the field under the cursor. */
document.execCommand = (_command, _shown, text) => {
  const field = document.activeElement as HTMLInputElement;
  fireEvent(field, createEvent.input(field, { target: { value: text } }));
  return true;
};

/** Keys by their names, `Control+z` with what is held meanwhile. */
export const keyboard = {
  async press(keys: string): Promise<void> {
    const held = keys.split('+').slice(0, -1);
    const key = keys === '+' ? '+' : (keys.split('+').at(-1) ?? '');
    const down = held.map((one) => `{${one}>}`).join('');
    await user.keyboard(`${down}${keyText(key)}${held.map((one) => `{/${one}}`).join('')}`);
  },
  down: (key: string): Promise<void> => user.keyboard(`{${key === 'Space' ? ' ' : key}>}`),
  up: (key: string): Promise<void> => user.keyboard(`{/${key === 'Space' ? ' ' : key}}`),
};

export const body = new Locator('page', () => [document.body]);

const valueOf = (element: HTMLElement): string => (element as HTMLInputElement).value;
const textOf = (wanted: Text) => (typeof wanted === 'string' ? matcher(wanted, true) : matcher(wanted));

/** What is waited for until it is so, or with `not` until it is not. */
class Expected {
  constructor(
    private readonly it: Locator,
    private readonly isMeant: boolean,
  ) {}

  private async wait(words: string, holds: (found: HTMLElement[]) => boolean): Promise<void> {
    const now = (): string =>
      this.it
        .all()
        .map((one) => plain(one.textContent).slice(0, 300))
        .join(' | ');
    await until(
      () => (holds(this.it.all()) === this.isMeant ? true : null),
      () => `${String(this.it)}: ${this.isMeant ? '' : 'not '}${words}, but there is [${now()}]`,
    );
    told(true).toBe(true);
  }

  toHaveCount = (count: number) => this.wait(`there are ${String(count)}`, ({ length }) => length === count);
  toBeVisible = () => this.wait('is there', ({ length }) => length > 0);
  toBeHidden = () => this.wait('is away', ({ length }) => length === 0);
  toHaveText = (text: Text) =>
    this.wait(`reads ${String(text)}`, ([one]) => one !== undefined && textOf(text)(one.textContent));
  toContainText = (text: Text) =>
    this.wait(`contains ${String(text)}`, ([one]) => one !== undefined && matcher(text)(one.textContent));
  toHaveValue = (text: Text) =>
    this.wait(`has the value ${String(text)}`, ([one]) => one !== undefined && textOf(text)(valueOf(one)));
  toBeChecked = () => this.wait('is checked', ([one]) => isChecked(one));
  toBeEnabled = () => this.wait('is enabled', ([one]) => one !== undefined && canBeUsed(one));
  toBeFocused = () => this.wait('has the focus', ([one]) => one !== undefined && document.activeElement === one);
  toBeDisabled = () => this.wait('is disabled', ([one]) => one !== undefined && !canBeUsed(one));
  toHaveAccessibleName = (name: Text) =>
    this.wait(`is called ${String(name)}`, ([one]) => one !== undefined && textOf(name)(nameOf(one)));
  /** Each of them, in order. */
  toHaveTexts = (texts: readonly string[]) =>
    this.wait(
      `read ${texts.join(', ')}`,
      (all) => all.map((one) => plain(one.textContent)).join('|') === texts.join('|'),
    );
  toHaveAttribute = (name: string, value: string) =>
    this.wait(`has ${name} ${value}`, ([one]) => one?.getAttribute(name) === value);
}

export const expectOn = (it: Locator) => Object.assign(new Expected(it, true), { not: new Expected(it, false) });

/** Files that the page hands to the browser, as they come. */
export function watchDownloads(): { next(action: () => Promise<void>): Promise<{ name: string; text: string }> } {
  const files: { name: string; blob: Blob }[] = [];
  const blobs = new Map<string, Blob>();
  URL.createObjectURL = (blob) => {
    const url = `blob:${String(blobs.size)}`;
    blobs.set(url, blob as Blob);
    return url;
  };
  URL.revokeObjectURL = () => undefined;
  jest.spyOn(HTMLAnchorElement.prototype, 'click').mockImplementation(function (this: HTMLAnchorElement) {
    const blob = blobs.get(this.href);
    if (blob) files.push({ name: this.download, blob });
  });
  return {
    async next(action) {
      const before = files.length;
      await action();
      const { name, blob } = await until(
        () => files[before] ?? null,
        () => 'no file came',
      );
      return { name, text: await blob.text() };
    },
  };
}
