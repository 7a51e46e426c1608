import { readFileSync } from 'node:fs';
import { TestEnvironment } from 'jest-environment-node';
import { JSDOM } from 'jsdom';
import { IDBFactory, IDBKeyRange } from 'fake-indexeddb';
import { EventSource } from 'eventsource';

/** What the page has of the document's world even where Node has a thing of the same name. */
const OF_THE_PAGE = [
  'Event',
  'EventTarget',
  'CustomEvent',
  'MessageEvent',
  'File',
  'Blob',
  'navigator',
  'DOMException',
];
const METHODS = ['addEventListener', 'removeEventListener', 'dispatchEvent', 'getSelection'];

/**
 * A page without a picture in Node's own realm, so that the real server, its database and `fetch` are what they are elsewhere. What
 * needs layout has stand-ins of a fixed size.
 */
export default class PageEnvironment extends TestEnvironment {
  /** What ends when the page is left: timers, streams, channels. */
  #endings = new Set();

  async setup() {
    await super.setup();
    const { window } = new JSDOM('<!doctype html><html lang="en"><body></body></html>', {
      url: 'http://127.0.0.1/',
      pretendToBeVisual: true,
    });
    this.dom = window;
    const page = this.global;
    // The build that makers have; the other one traces every element it makes.
    page.process.env.NODE_ENV = 'production';
    for (const name of Object.getOwnPropertyNames(window))
      if (!(name in page) || OF_THE_PAGE.includes(name))
        Object.defineProperty(page, name, { configurable: true, writable: true, value: window[name] });
    for (const name of METHODS) page[name] = window[name].bind(window);
    Object.assign(page, { window: page, self: page, document: window.document, location: window.location });
    Object.assign(page, { indexedDB: new IDBFactory(), IDBFactory, IDBKeyRange, ...this.#standIns(page) });
    for (const one of [page, window]) Object.assign(one, standInsForLayout(window));
    window.Element.prototype.scrollIntoView = doNothing;
  }

  /** As when a browser leaves the page: it is told, and nothing of it goes on. */
  #leave() {
    this.dom.dispatchEvent(new this.dom.Event('pagehide'));
    for (const end of this.#endings) end();
    this.#endings.clear();
  }

  #standIns(page) {
    const endings = this.#endings;
    const { fetch, setTimeout, setInterval } = page;
    const ending =
      (set) =>
      (...given) => {
        const timer = set(...given);
        endings.add(() => clearTimeout(timer));
        return timer;
      };
    return {
      leavePage: () => this.#leave(),
      /** Goes on while pages come and go. */
      setTimeoutOfTest: setTimeout,
      setTimeout: ending(setTimeout),
      setInterval: ending(setInterval),
      // The page asks by paths; a file of the program's own lies beside it.
      fetch: async (asked, init) => {
        const url = new URL(typeof asked === 'string' ? asked : asked.url, page.programAddress);
        return url.protocol === 'file:' ? new Response(readFileSync(url)) : fetch(url, init);
      },
      EventSource: class extends EventSource {
        constructor(path) {
          super(new URL(path, page.programAddress));
          endings.add(() => this.close());
        }
      },
      BroadcastChannel: channels(endings),
    };
  }

  async teardown() {
    this.#leave();
    this.dom.close();
    await super.teardown();
  }
}

/** Messages between the pages of one test file, which hold up nothing. */
function channels(endings) {
  const open = new Set();
  return class {
    constructor(name) {
      this.name = name;
      open.add(this);
      endings.add(() => this.close());
    }
    postMessage(data) {
      for (const other of open)
        if (other !== this && other.name === this.name) queueMicrotask(() => other.onmessage?.({ data }));
    }
    close() {
      open.delete(this);
    }
  };
}

const doNothing = () => undefined;

class Watching {
  observe = doNothing;
  unobserve = doNothing;
  disconnect = doNothing;
}

const standInsForLayout = (window) => ({
  ResizeObserver: Watching,
  IntersectionObserver: Watching,
  scrollTo: () => undefined,
  matchMedia: (media) => ({
    media,
    matches: false,
    addEventListener: doNothing,
    removeEventListener: doNothing,
    addListener: doNothing,
    removeListener: doNothing,
  }),
  // No style sheet is kept, so nothing but the element's own style is there to be computed.
  getComputedStyle: (element) => element.style ?? window.document.body.style,
});
