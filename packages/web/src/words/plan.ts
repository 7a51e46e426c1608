import {
  formatFine,
  formatLength,
  unreachable,
  type CautionId,
  type Holding,
  type LayerLimit,
  type FigureSource,
  type LengthUnit,
  type PlanWarning,
  type Reason,
  type ReasonSource,
  type CurveTaken,
  type ToothForm,
  PATTERN_WAYS,
  type PatternMaterial,
  type PatternMethod,
} from '@rapid-jig/core';
import { counted } from './counted';

/** Puts what the plan gives as data into plain words. */
export const SOURCE_WORDS: Readonly<Record<ReasonSource, string>> = {
  published: 'geometry',
  'common-practice': 'common practice',
  'your-choice': 'your shop’s habit',
  'our-estimate': 'our estimate; your log will correct it',
  'your-figure': 'your own figure',
};

export const FORM_WORDS: Readonly<Record<ToothForm, string>> = {
  plain: 'plain teeth',
  skip: 'skip teeth',
  double: 'double teeth',
  reverse: 'reverse teeth',
  'two-way': 'two-way teeth',
  'wide-kerf': 'wide-kerf teeth',
  ground: 'ground teeth',
  spiral: 'spiral',
};

export const CURVE_WORDS: Readonly<Record<CurveTaken, string>> = {
  steers: 'steered',
  'slow-turn': 'slowly',
  pivots: 'pivoted',
};

export const HOLDING_WORDS: Readonly<Record<Holding, string>> = {
  tape: 'Tape round the edge',
  brads: 'Brads in the waste',
  'double-sided': 'Double-sided tape',
  film: 'Shelf film with spray between',
  'glue-dots': 'Hot glue dots',
};

/** Where a figure of a blade comes from. */
export const FIGURE_SOURCE_WORDS: Readonly<Record<FigureSource, string>> = {
  typical: 'typical; check your packet',
  packet: 'from the packet',
  measured: 'measured',
};

/** Where a blade takes more than another. */
const COST_WORDS: Readonly<Record<string, string>> = {
  sawing: 'in sawing',
  smoothing: 'in smoothing what it leaves',
  risk: 'in the risk of a spoiled piece',
  wear: 'in blades',
};

export function reasonWords({ rule, inputs }: Reason, unit: LengthUnit): string {
  const mm = (key: string): string => formatLength(Number(inputs[key]), unit);
  // Two limits of steering would often be one sixty-fourth.
  const fine = (key: string): string => formatFine(Number(inputs[key]), unit);
  const text = (key: string): string => String(inputs[key]);
  switch (rule) {
    case 'comfort-height':
      return `Number ${text('size')} saws ${mm('heightMm')} of ${text('hardness')} wood in comfort: up to ${mm('comfortMm')}.`;
    case 'above-comfort':
      return `${mm('heightMm')} is above the ${mm('comfortMm')} number ${text('size')} saws in comfort in ${text('hardness')} wood: slow going, dulls sooner, may flex.`;
    case 'within-border':
      return `A border case: numbers ${text('small')} and ${text('large')} differ by ${text('percent')} % of what the cut takes. Between the two your shop takes the ${text('betweenSizes')}.`;
    case 'smaller-costs':
      return `A number ${text('size')} would take ${text('percent')} % more, mostly ${COST_WORDS[text('most')]}.`;
    case 'larger-costs':
      return `A number ${text('size')} would take ${text('percent')} % more, mostly ${COST_WORDS[text('most')]}.`;
    case 'in-the-saw':
      return 'It is in the saw already, and none is better by more than a little.';
    case 'form-costs-less':
      return `Its ${FORM_WORDS[text('form') as ToothForm]} suit this cut better than your favourite.`;
    case 'detail-smaller': {
      const curve = inputs['radiusMm'] === 'none' ? 'no curve' : `a curve of ${mm('radiusMm')} radius`;
      return `Detail (${curve}, ${text('corners')} sharp inside corners) takes the smallest blade that saws the height.`;
    }
    case 'plain-from-three':
      return `Plain work starts at number ${text('size')}; thinner ones are for detail.`;
    case 'well-within':
      return `At ${text('share')} % of its comfort number ${text('small')} works well; only above ${text('borderShare')} % would number ${text('large')} be as good.`;
    case 'larger-too-wide':
      return `Number ${text('small')} is near the end of its comfort (${text('share')} %), but number ${text('large')} does not steer a curve of ${mm('radiusMm')} radius.`;
    case 'larger-too-coarse':
      return `Number ${text('small')} is near the end of its comfort (${text('share')} %), but number ${text('large')} is too wide to turn in ${text('corners')} sharp inside corners.`;
    case 'school':
      return `A border case: number ${text('small')} works at ${text('share')} % of its comfort, and number ${text('large')} steers this cut too. Between the two your shop takes the ${text('betweenSizes')}.`;
    case 'steers':
      return `Its tightest curve, ${mm('radiusMm')} radius, can be steered: a hand follows down to ${fine('handMm')} with number ${text('size')}, whose slot lets it turn at ${fine('limitMm')}.`;
    case 'slow-turn':
      return `Its tightest curve, ${mm('radiusMm')} radius, is wider than the ${fine('limitMm')} at which number ${text('size')} turns in its slot and tighter than the ${fine('handMm')} a hand steers smoothly: go slowly there.`;
    case 'pivots':
      return `Its tightest curve, ${mm('radiusMm')} radius, is below the ${fine('limitMm')} at which number ${text('size')} turns in its slot: pivot or nibble there.`;
    case 'no-turn-spiral':
      return `The work cannot be turned into every line, so teeth all round are wanted; a spiral cuts as wide as a flat blade two sizes up.`;
    case 'no-spiral-left':
      return `The work cannot be turned into every line and there is no spiral in the drawer: saw it from both sides, with care.`;
    case 'very-hard-skip':
      return `Very hard wood: fewer teeth cut better and cooler, so skip teeth.`;
    case 'favourite-form':
      return `Your favourite: ${FORM_WORDS[text('form') as ToothForm]}.`;
    case 'form-at-hand':
      return `Your drawer has this size with ${FORM_WORDS[text('form') as ToothForm]}, not with ${FORM_WORDS[text('favourite') as ToothForm]}.`;
    case 'passes-the-hole':
      return `Its hole, made with a bit of ${mm('bitMm')}, has room in the opening (${mm('openingMm')}).`;
    case 'same-blade':
      return `Number ${text('size')} serves the whole stack, which saves changing; alone this cut would get number ${text('first')}.`;
    default:
      return unreachable(rule);
  }
}

export function limitWords({ rule, layers }: LayerLimit): string {
  const count = `${String(layers)} ${layers === 1 ? 'layer' : 'layers'}`;
  switch (rule) {
    case 'pinned':
      return `${count}: pinned in the template.`;
    case 'run-limit':
      return `At most ${count}: the limit of this run.`;
    case 'shop-limit':
      return `At most ${count}: your shop’s limit.`;
    case 'saw-height':
      return `At most ${count}: what fits under the arm of your saw.`;
    case 'blades':
      return `At most ${count}: higher, no blade in the drawer saws every cut in comfort.`;
    case 'cost':
      return `${count} at most: higher ones would cost more, by what each height costs.`;
    case 'need':
      return `${count} are all that is needed.`;
    default:
      return unreachable(rule);
  }
}

const CORNER_WORDS: Readonly<Record<string, string>> = {
  'lower-left': 'lower left',
  'lower-right': 'lower right',
  'upper-left': 'upper left',
  'upper-right': 'upper right',
};

/** `lower left corner 2" along and up` */
const cornerWords = (legs: PlanWarning['inputs'], unit: LengthUnit): string =>
  Object.entries(legs)
    .map(([corner, leg]) => `the ${CORNER_WORDS[corner] ?? corner} corner, ${formatLength(Number(leg), unit)} each way`)
    .join('; ');

export function warningWords({ kind, inputs }: PlanWarning, unit: LengthUnit): string {
  const mm = (key: string): string => formatLength(Number(inputs[key]), unit);
  const text = (key: string): string => String(inputs[key]);
  switch (kind) {
    case 'curve-too-tight':
      return `${counted(Number(inputs['cuts']), 'cut')} with a curve tighter than a number ${text('size')} turns, ${formatFine(Number(inputs['radiusMm']), unit)} against ${formatFine(Number(inputs['limitMm']), unit)}: pivot or nibble there, or round it more in the drawing.`;
    case 'strained-blade':
      return `${mm('heightMm')} is above the comfort of number ${text('size')}: feed slowly, change early, check that it cuts square.`;
    case 'cannot-turn-round':
      return `The blank is too large to be turned right round on your saw in ${text('cuts')} of its cuts: plan where you turn, or rough-cut it first.`;
    case 'standing-work':
      return `${text('cuts')} of its cuts cannot be turned into the blade: saw them with the spiral, supported on both sides.`;
    case 'no-spiral-in-drawer':
      return `${text('cuts')} of its cuts cannot be turned into the blade, and there is no spiral in your drawer.`;
    case 'small-blank':
      return `A blank of ${mm('lengthMm')} by ${mm('widthMm')} brings fingers near the blade: several are sawn from one strip, one after the other.`;
    case 'rough-cut-first':
      return `Saw off first, at 45 degrees: ${cornerWords(inputs, unit)}. Then it turns more freely.`;
    case 'few-blades':
      return `The plan wears out ${text('needed')}, the drawer holds ${text('onHand')}.`;
    case 'left-over':
      return `${text('pieces')} left over; keep them for next time.`;
    case 'no-room-for-brads':
      return 'Round its outlines there is no room for three brads clear of every line, or no brad of a fitting length: it is held with tape round the edge.';
    case 'must-come-clean':
      return 'Its faces must come apart clean, so its layers are held with tape round the edge and not stuck to each other.';
    case 'tilted-corners':
      return 'A tilted blade binds in a sharp inside corner and snaps: round those corners in the drawing, or saw them level.';
    case 'one-sided-face':
      return `${text('parts')} is sheet stuff that lies face down: with one good face, turn the part in its drawing so that the good face comes up, or keep it out of this stack.`;
    case 'face-down':
      return `${text('parts')} lies with its show face down: its outline is the mirror image. With a veneer on one face that face lies below, on a waste board so that it does not break out.`;
    case 'pin-left-out':
      return `Your stack of ${text('layers')} layers, ${text('passes')} times, cannot be sawn together here: too high for the saw or its blades, or not of one outline. The plan goes on without it.`;
    default:
      return unreachable(kind);
  }
}

export const PATTERN_WORDS: Readonly<Record<PatternMethod, string>> = {
  'glue-stick-on-tape': 'Glue stick on tape',
  'spray-on-tape': 'Spray on tape',
  'pattern-tape': 'Double-sided pattern tape',
  'spray-on-film': 'Spray on shelf film',
  'packing-tape': 'Clear packing tape over the paper',
  'transfer-film': 'Transfer film',
  carbon: 'Traced with carbon',
  'hard-template': 'Traced round a hard template',
  direct: 'Straight on the wood',
};

export const MATERIAL_WORDS: Readonly<Record<PatternMaterial, string>> = {
  tape: 'tape',
  'pattern-tape': 'pattern tape',
  film: 'shelf film',
  'packing-tape': 'packing tape',
  'transfer-film': 'transfer film',
  carbon: 'carbon paper',
  none: 'nothing',
};

/** What a way to put patterns on does beside its minutes. */
export function patternNotes(method: PatternMethod): string {
  const { survives, cools, harmsVeneer, isSprayed } = PATTERN_WAYS[method];
  const notes = [
    ...(survives ? [] : ['gone after a phase, so it is put on again for the next']),
    ...(cools ? ['keeps the cut cool'] : []),
    ...(harmsVeneer ? ['may lift or scuff a veneered face: try it on waste'] : []),
    ...(isSprayed ? ['spray in moving air'] : []),
  ];
  return notes.length === 0
    ? 'Outlives every phase.'
    : `${notes.join('; ').replace(/^./, (letter) => letter.toUpperCase())}.`;
}

export const CAUTION_WORDS: Readonly<Record<CautionId, string>> = {
  'saw-off-to-thread': 'Saw off and unplugged whenever a blade is threaded or changed.',
  eyes: 'Eye protection on, from the first hole to the last cut.',
  'eyes-and-brads': 'Eye protection on: a blade that meets a brad can throw it. Keep brads clear of every line.',
  dust: 'Dust mask and extraction for sawing and sanding.',
  'dust-of-sheets': 'Dust mask and extraction; man-made boards make finer dust, so take the better mask.',
  'large-blanks':
    'Fingers beside the blade, never in front of it. Blanks large enough to hold; small parts stay on their blank until the last cut. Hold-down as the saw’s maker says.',
  'waste-board': 'Clamp the stack to drill, with a waste board below.',
  'round-tilted-corners':
    'Tilt the table with the saw unplugged and lock it; a tilted blade binds in sharp inside corners.',
  'spray-in-moving-air': 'Spray adhesive only in moving air, away from any flame.',
  'solvent-dry': 'Solvent fully dry before any heat or flame; gloves, and moving air.',
  'who-decides':
    'These are the usual cautions. Your tools’ manuals, local rules and a qualified person decide; this sheet certifies nothing.',
};
