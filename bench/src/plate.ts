import { AS_DRAWN, type Part } from '@rapid-jig/core';

interface Plate extends Pick<Part, 'id' | 'perCopy' | 'woodId' | 'thickness' | 'pinnedLayers'> {
  /** Width and height, mm. */
  readonly size: readonly [number, number];
}

/** A rectangular part without anything in it. */
export function plate({ size: [w, h], ...part }: Plate): Part {
  const corners = [
    { x: w, y: 0 },
    { x: w, y: h },
    { x: 0, y: h },
    { x: 0, y: 0 },
  ];
  return {
    ...AS_DRAWN,
    ...part,
    name: part.id,
    grain: 'along-x',
    drawing: null,
    outline: {
      id: `${part.id} o`,
      line: null,
      path: { start: { x: 0, y: 0 }, segments: corners.map((to) => ({ kind: 'line', to })), closed: true },
    },
    insideCuts: [],
    throughCuts: [],
    holes: [],
    marks: [],
    datum: null,
    sharedBlank: null,
  };
}
