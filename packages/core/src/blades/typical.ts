import { inches } from '../units';
import { BLADE_SIZES, type Blade, type BladeEnds, type BladeSize, type ToothForm } from './blade';

/** Width, body thickness (in) and teeth per inch by size. Typical, from memory: makers' packets differ, check yours. */
const BODY: Readonly<Record<BladeSize, readonly [width: number, thickness: number, teeth: number]>> = {
  '2/0': [0.022, 0.01, 28],
  '1': [0.026, 0.013, 24],
  '3': [0.032, 0.014, 20],
  '5': [0.038, 0.016, 15],
  '7': [0.045, 0.017, 12],
  '9': [0.053, 0.018, 11],
  '12': [0.062, 0.024, 9],
};

/** How much wider than its body the slot of each form is (in), and its teeth as a share of the plain form's. */
const FORM: Readonly<Record<ToothForm, readonly [set: number, teeth: number]>> = {
  plain: [0.006, 1.2],
  skip: [0.007, 0.9],
  double: [0.006, 1],
  reverse: [0.007, 0.9],
  'two-way': [0.008, 0.8],
  'wide-kerf': [0.011, 0.8],
  ground: [0.006, 0.7],
  spiral: [0, 1.6],
};

/** Which sizes each form is usually sold in. */
const SOLD: Readonly<Record<ToothForm, readonly BladeSize[]>> = {
  plain: ['2/0', '1', '3', '5'],
  skip: BLADE_SIZES,
  double: ['3', '5', '7', '9', '12'],
  reverse: BLADE_SIZES,
  'two-way': ['3', '5', '7', '9'],
  'wide-kerf': ['3', '5', '7', '9', '12'],
  ground: ['5', '7', '9'],
  spiral: ['2/0', '1', '3', '5'],
};

/** In a new drawer: what most shops hold. */
const COMMON: readonly ToothForm[] = ['skip', 'reverse', 'spiral'];

/** A blade with the figures that are typical of its size, tooth form and ends; check your packet. */
export function typicalBlade(size: BladeSize, form: ToothForm, ends: BladeEnds): Blade {
  const [width, body, teeth] = BODY[size];
  const [set, share] = FORM[form];
  // A spiral is a body twisted round: as wide as it is thick, and its slot is its full width.
  const isSpiral = form === 'spiral';
  const pinned = ends === 'pinned' ? 1.6 : 1;
  return {
    id: `${size.replace('/', '-')}-${form}${ends === 'pinned' ? '-pinned' : ''}`,
    size,
    form,
    ends,
    widthMm: inches(width * pinned),
    thicknessMm: inches(isSpiral ? width : body),
    kerfMm: inches(isSpiral ? width * 1.15 : body + set),
    teethPerInch: Math.round(teeth * share),
    sources: { widthMm: 'typical', thicknessMm: 'typical', kerfMm: 'typical', teethPerInch: 'typical' },
    priceMinor: null,
    reorderAt: null,
    driftDegrees: null,
    inDrawer: ends === 'plain' && COMMON.includes(form),
    onHand: null,
    inSaw: false,
  };
}

/** Every usual blade, thin to thick within each tooth form; pinned ends only in the sizes that carry a pin. */
export const TYPICAL_BLADES: readonly Blade[] = [
  ...(Object.keys(SOLD) as ToothForm[]).flatMap((form) => SOLD[form].map((size) => typicalBlade(size, form, 'plain'))),
  ...(['5', '7', '9', '12'] as const).map((size) => typicalBlade(size, 'skip', 'pinned')),
];
