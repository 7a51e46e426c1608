import { randomUUID } from 'node:crypto';
import { AS_DRAWN, type Part, type Template } from '@rapid-jig/core';

interface SawnPart {
  readonly name: string;
  readonly woodId: string;
  /** Ends of straight lines from 0, 0 and back to it, mm. */
  readonly corners: readonly (readonly [number, number])[];
}

/** A part that is sawn round and has nothing in it. Of the type that the program has: a field that is missing here is told before the test runs. */
export const sawnPart = ({ name, woodId, corners }: SawnPart): Part => ({
  id: randomUUID(),
  name,
  perCopy: 1,
  woodId,
  thickness: { mm: 6.35, typed: '1/4' },
  grain: 'along-x',
  outline: {
    id: randomUUID(),
    line: null,
    path: {
      start: { x: 0, y: 0 },
      closed: true,
      segments: [...corners, [0, 0] as const].map(([x, y]) => ({ kind: 'line' as const, to: { x, y } })),
    },
  },
  drawing: null,
  insideCuts: [],
  throughCuts: [],
  holes: [],
  marks: [],
  datum: null,
  sharedBlank: null,
  pinnedLayers: null,
  ...AS_DRAWN,
});

/** A template of these parts and nothing else. */
export const templateOf = (name: string, parts: readonly Part[]): Template => ({
  id: randomUUID(),
  name,
  note: '',
  parts,
  bodies: [],
  meant: [],
  rods: [],
  hardware: [],
  variants: [],
  drawings: [],
  archived: false,
});
