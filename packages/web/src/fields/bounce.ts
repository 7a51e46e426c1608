/** The same again within this is the same tap, on every screen: of a hand in a glove, a switch, or a double click, ms. */
export const BOUNCE_MS = 500;

/** When the tap under way was made, ms: a page that is busy hears of it later. */
const tappedAt = (): number => globalThis.event?.timeStamp ?? performance.now();

/** Tells whether a tap on something is one that bounced; each is asked about once. */
export function createBounce(): (what: string) => boolean {
  let last = { what: '', at: -Infinity };
  return (what) => {
    const at = tappedAt();
    if (last.what === what && at - last.at < BOUNCE_MS) return true;
    last = { what, at };
    return false;
  };
}
