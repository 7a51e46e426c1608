/** A label beside the place it speaks of, px of the screen, y down. */
export interface LabelAt {
  readonly x: number;
  readonly y: number;
  readonly width: number;
}

interface Corner {
  readonly left: number;
  readonly top: number;
}

export const LABEL_HEIGHT = 17;
/** Between a label and its place. */
const BESIDE = 7;
/** Between two labels. */
const CLEAR = 2;

/** Where labels stand, by their upper left corners: beside their places, and so far above or below that none covers another. */
export function placeLabels(labels: readonly LabelAt[]): Corner[] {
  const placed: (Corner & { readonly width: number })[] = [];
  for (const label of labels) {
    const isFree = ({ left, top }: Corner): boolean =>
      placed.every(
        (other) =>
          left >= other.left + other.width + CLEAR ||
          other.left >= left + label.width + CLEAR ||
          Math.abs(top - other.top) >= LABEL_HEIGHT + CLEAR,
      );
    let found: Corner | undefined;
    for (let row = 0; !found; row++) found = cornersOf(label, row).find(isFree);
    placed.push({ ...found, width: label.width });
  }
  return placed.map(({ left, top }) => ({ left, top }));
}

/** The four corners round a place, so many rows away from it: the nearest first. */
function cornersOf({ x, y, width }: LabelAt, row: number): Corner[] {
  const off = row * (LABEL_HEIGHT + CLEAR);
  const [right, left] = [x + BESIDE, x - BESIDE - width];
  const [above, below] = [y - CLEAR - LABEL_HEIGHT - off, y + BESIDE + off];
  return [
    { left: right, top: above },
    { left: right, top: below },
    { left, top: above },
    { left, top: below },
  ];
}
