import type { Grain, HardwareNeed, HoleFit, Run, Shop } from '@rapid-jig/core';
import { inches, TYPICAL_SHOP } from '@rapid-jig/core';

/**
 * The demo: a two-person shop on an invented coast, making stock for a spring fair. All of it is made up.
 * Each drawing lists its parts in the order they are drawn.
 */
export interface DemoPart {
  readonly name: string;
  readonly perCopy: number;
  readonly woodId: string;
  /** As typed. */
  readonly thickness: string;
  readonly grain: Grain;
  readonly pinnedLayers?: number;
  /** What goes into its holes; left out where nothing has to fit. */
  readonly holes?: HoleFit;
}

export interface DemoDrawing {
  readonly file: string;
  /** True where its parts lie on one blank, as drawn. */
  readonly together: boolean;
  readonly parts: readonly DemoPart[];
}

/** A dowel, sizes as typed. */
export interface DemoRod {
  readonly name: string;
  readonly woodId: string;
  readonly thickness: string;
  readonly length: string;
  readonly perCopy: number;
}

export interface DemoTemplate {
  readonly name: string;
  readonly note: string;
  /** In the demo's run; 0 for one that lies with the templates only. */
  readonly copies: number;
  readonly rods?: readonly DemoRod[];
  readonly hardware?: readonly Omit<HardwareNeed, 'id'>[];
  /** Layers by the names of their parts, front first. */
  readonly bodies?: readonly { readonly name: string; readonly layers: readonly string[] }[];
  readonly drawings: readonly DemoDrawing[];
}

const ply = (name: string, perCopy: number, thickness: string): DemoPart => ({
  name,
  perCopy,
  woodId: 'birch-plywood',
  thickness,
  grain: 'any',
});

const loose = (name: string, woodId: string): DemoPart => ({
  name,
  perCopy: 1,
  woodId,
  thickness: '1/2',
  grain: 'along-x',
});

/** Front and back of the money box. */
const face = (name: string): DemoPart => ({
  name,
  perCopy: 1,
  woodId: 'cherry',
  thickness: '1/4',
  grain: 'along-y',
});

export const DEMO_TEMPLATES: readonly DemoTemplate[] = [
  {
    name: 'Honeycomb trivet',
    note: 'Takes heat and spills: hardwood, two coats of oil.',
    copies: 12,
    drawings: [
      {
        file: 'honeycomb-trivet.svg',
        together: false,
        parts: [{ name: 'Trivet', perCopy: 1, woodId: 'cherry', thickness: '3/8', grain: 'along-x' }],
      },
    ],
  },
  {
    name: 'Rocking whale',
    note: 'Dowels tight in the rockers, loose in the body.',
    copies: 8,
    rods: [
      { name: 'Rocker dowel', woodId: 'yellow-birch', thickness: '1/4', length: '2 1/4', perCopy: 2 },
      { name: 'Fin pin', woodId: 'yellow-birch', thickness: '1/4', length: '1 1/8', perCopy: 2 },
    ],
    drawings: [
      {
        file: 'rocking-whale.svg',
        together: false,
        parts: [
          { name: 'Body', perCopy: 1, woodId: 'white-pine', thickness: '3/4', grain: 'along-x' },
          { ...ply('Rocker', 2, '1/4'), holes: 'tight' },
          { ...ply('Fin', 2, '1/4'), pinnedLayers: 2 },
        ],
      },
    ],
  },
  {
    name: 'Luggage tags',
    note: 'A set of three; the cord goes through the slot.',
    copies: 10,
    hardware: [
      { name: 'leather cords', kind: 'bought', perCopy: 3 },
      { name: 'sandpaper 220', kind: 'consumable', perCopy: 0.25 },
    ],
    drawings: [
      {
        file: 'luggage-tags.svg',
        together: true,
        parts: [ply('Boat tag', 1, '1/8'), ply('Star tag', 1, '1/8'), ply('Wave tag', 1, '1/8')],
      },
    ],
  },
  {
    name: 'Harbour tray puzzle',
    note: 'Drop-in for a small child: pieces stand a quarter of an inch proud.',
    copies: 6,
    drawings: [
      { file: 'harbour-tray.svg', together: false, parts: [ply('Tray', 1, '1/4'), ply('Backer', 1, '1/8')] },
      {
        file: 'harbour-boats.svg',
        together: false,
        parts: [
          loose('Sailboat', 'walnut'),
          loose('Tug', 'red-alder'),
          loose('Lighthouse', 'soft-maple'),
          loose('Gull', 'basswood'),
        ],
      },
    ],
  },
  {
    name: 'Lantern money box',
    note: 'Five layers. Saw the slot open to the hollow before glue-up, so that a coin drops through.',
    copies: 4,
    bodies: [{ name: 'Lantern', layers: ['Front', 'Slotted', 'Slotted', 'Hollow', 'Back'] }],
    drawings: [
      {
        file: 'lantern-money-box.svg',
        together: false,
        parts: [
          face('Front'),
          { name: 'Slotted', perCopy: 2, woodId: 'white-pine', thickness: '3/8', grain: 'along-y' },
          { name: 'Hollow', perCopy: 1, woodId: 'white-pine', thickness: '3/8', grain: 'along-y' },
          face('Back'),
        ],
      },
    ],
  },
  {
    name: 'Hedgehog jigsaw',
    note: 'Eight pieces that stand up; each is marked underneath with its number.',
    copies: 0,
    drawings: [
      {
        file: 'hedgehog-jigsaw.svg',
        together: false,
        parts: [{ ...loose('Hedgehog', 'white-pine'), thickness: '3/4' }],
      },
    ],
  },
];

export const DEMO_SHOP: Shop = {
  ...TYPICAL_SHOP,
  name: 'Tern & Thrift workshop, Sallow Haven',
  people: ['Sanna', 'Orin'],
  saw: { ...TYPICAL_SHOP.saw, confirmed: true },
  bits: ['1/32', '1/16', '1/8', '7/32', '3/8'].map((typed) => {
    const [above = NaN, below = NaN] = typed.split('/').map(Number);
    return { kind: 'twist' as const, diameter: { mm: inches(above / below), typed } };
  }),
};

export const DEMO_RUN: Pick<Run, 'name' | 'spares' | 'maxLayers'> = {
  name: 'Spring fair stock',
  spares: { kind: 'percent', percent: 5 },
  maxLayers: null,
};

/** Days from the making of the demo to the fair. */
export const DEMO_DAYS_AHEAD = 24;
/** Passes already sawn when the demo opens. */
export const DEMO_PASSES_SAWN = 5;

/** What lies on the demo's rack, as its makers typed it, with its place. */
export const DEMO_RACK: readonly (readonly [typed: string, place: string, costMinor: number | null])[] = [
  ['3 cherry 13/32 x 7 1/2 x 36', 'upper left', 1400],
  ['2 cherry 4/4 x 6 x 48', 'upper left', 2200],
  ['2 white pine 3/4 x 7 1/4 x 60', 'upper right', 900],
  ['1 white pine offcut 3/4 x 7 x 19', 'bin', null],
  ['2 white pine 3/8 x 7 1/4 x 36', 'upper right', 700],
  ['1 cherry 1/4 x 7 1/4 x 40', 'upper left', 1500],
  ['2 walnut 1/2 x 5 x 30', 'middle', 1800],
  ['1 walnut offcut 1/2 x 4 1/2 x 11', 'bin', null],
  ['1 red alder 1/2 x 5 1/2 x 36', 'middle', 800],
  ['1 soft maple 4/4 x 6 x 40', 'middle', 1500],
  ['1 basswood 1/2 x 5 x 24', 'middle', 600],
  ['4 birch plywood 1/4 x 24 x 30', 'against the wall', 1300],
  ['3 birch plywood 1/8 x 12 x 20', 'against the wall', 700],
  ['12 dowels 1/4 x 36', 'tube', 120],
  ['18 leather cords', 'drawer', 35],
  ['6 sandpaper 220', 'drawer', 60],
];
