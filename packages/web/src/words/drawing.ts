import type {
  BridgeStrength,
  DifficultyLevel,
  DifficultyReason,
  DrawingFaultKind,
  KindReason,
  LeftOutKind,
  LengthUnit,
  LineKind,
  MendAction,
} from '@rapid-jig/core';
import { formatDistance, formatFine, formatLength } from '@rapid-jig/core';
import type { ReadingStage } from '../workers/reader.worker';

/** Why something in a drawing makes no cut, and what to do where it should. */
export const LEFT_OUT_WORDS: Readonly<Record<LeftOutKind, { readonly what: string; readonly why: string }>> = {
  text: {
    what: 'Text',
    why: 'Letters are not lines yet. Turn text into outlines in your drawing program if it should be cut.',
  },
  picture: { what: 'Picture', why: 'A picture has no lines to cut. Trace it first.' },
  script: { what: 'Script', why: 'Never run.' },
  'outside-reference': {
    what: 'Reference to another file',
    why: 'Never fetched. Put its content into the drawing if it should be cut.',
  },
  'broken-reference': { what: 'Copy of something missing', why: 'What it refers to is not in the drawing.' },
  'circular-reference': { what: 'Copy of itself', why: 'It refers back to itself, so it was followed once.' },
  page: { what: 'A white sheet', why: 'It is as large as the whole drawing and lies under it: taken for the paper.' },
  'clip-or-mask': { what: 'Clip or mask', why: 'What it hides is still drawn; cut it away in your drawing program.' },
  hidden: { what: 'Hidden or unpainted', why: 'The drawing does not show it.' },
  'unreadable-numbers': { what: 'Unreadable numbers', why: 'Some of its coordinates are not numbers.' },
  'bad-knots': {
    what: 'Broken spline',
    why: 'Its knots do not fit its points. Draw it again, or save it as polylines.',
  },
  'mixed-units': { what: 'Mixed units', why: 'The drawing names two units. Check the size against the thing itself.' },
  'not-a-line': { what: 'Not a line', why: 'Hatching, dimensions and solids are not sawn.' },
};

export const LINE_KIND_WORDS: Readonly<Record<LineKind, string>> = {
  outline: 'Outline of a part',
  inside: 'Inside cut',
  through: 'Cut through',
  drilled: 'Drilled hole',
  mark: 'Mark only',
  fold: 'Fold line',
  ignore: 'Left out',
};

export const KIND_REASON_WORDS: Readonly<Record<KindReason, string>> = {
  'maker-said': 'as you said',
  'layer-name': 'by the name of its layer',
  dashed: 'it is dashed',
  outermost: 'nothing lies around it',
  'in-a-part': 'it lies in a part',
  'falls-out': 'it lies in a cut-out, so it falls out',
  'size-of-a-bit': 'a circle of the size of a bit',
  'from-edge-to-edge': 'it runs from edge to edge',
  'open-in-wood': 'it ends in the wood',
  'open-outside': 'open, and in no part',
};

export const BRIDGE_WORDS: Readonly<Record<BridgeStrength, string>> = {
  sound: 'as thick as the wood or more: sound',
  thin: 'thinner than the wood: go easy',
  fragile: 'less than half as thick as the wood: fragile',
};

export const MEND_WORDS: Readonly<Record<MendAction, string>> = { close: 'Close', drop: 'Leave out', keep: 'Keep' };

interface FaultFigures {
  readonly kind: DrawingFaultKind;
  readonly size: number;
}

export function faultWords({ kind, size }: FaultFigures, unit: LengthUnit): string {
  const mm = unit === 'mm' || size < 0.4 ? formatFine(size, 'mm') : formatLength(size, unit);
  switch (kind) {
    case 'gap':
      return `Gap of ${mm}`;
    case 'crossing':
      if (size === 0) return 'Two outlines lie partly in each other';
      return size === 1 ? 'Two lines cross' : `Two lines cross ${String(size)} times`;
    case 'self-crossing':
      return size === 1 ? 'A line crosses itself' : `A line crosses itself ${String(size)} times`;
    case 'doubled':
      return 'A line drawn twice';
    case 'speck':
      return `A speck of ${mm}`;
    case 'fill-unclear':
      return 'Hole or solid? Its own fill rule (non-zero) shows it solid, the other (even-odd) as a hole';
  }
}

export const DIFFICULTY_WORDS: Readonly<Record<DifficultyLevel, string>> = {
  easy: 'Easy to saw',
  moderate: 'Moderate',
  demanding: 'Demanding',
  'very-demanding': 'Very demanding',
};

export function difficultyReasonWords({ rule, figure, limit }: DifficultyReason, unit: LengthUnit): string {
  const mm = (value: number): string => formatLength(value, unit);
  const count = (one: string): string => `${String(figure)} ${figure === 1 ? one : `${one}s`}`;
  switch (rule) {
    case 'tight-curve':
      return `Its tightest curve has a radius of ${mm(figure)}, less than ${mm(limit)}.`;
    case 'thin-bridge':
      return `Its thinnest bridge is ${mm(figure)} wide, less than ${mm(limit)}: a bridge wants to be no thinner than the wood.`;
    case 'fragile-tips':
      return `${count('fragile tip')}: cut them while wood still stands behind.`;
    case 'sharp-inside-corners':
      return `${count('sharp inside corner')} to turn in.`;
    case 'many-inside-cuts':
      return `${count('inside cut')} to thread the blade for.`;
    case 'long-cut':
      return `${formatDistance(figure, unit)} of line to saw.`;
    case 'hard-wood':
      return 'Hard wood: slow going, and blades dull sooner.';
  }
}

export function stageWords(stage: ReadingStage): string {
  switch (stage.at) {
    case 'reading':
      return 'Reading the lines …';
    case 'joining':
      return 'Joining and nesting …';
    case 'drawing':
      return 'Drawing …';
    case 'measuring':
      return stage.of === 1 ? 'Measuring …' : `Measuring part ${String(stage.part)} of ${String(stage.of)} …`;
    case 'comparing':
      return `Looking for parts that are alike: ${String(stage.part)} of ${String(stage.of)} …`;
  }
}
