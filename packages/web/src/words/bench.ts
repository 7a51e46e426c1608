import {
  abreastOf,
  formatLength,
  layersOfGang,
  passesAhead,
  stackName,
  stripsFor,
  unreachable,
  type BenchStep,
  type BenchStepKind,
  type BladeUse,
  type Caution,
  type LengthUnit,
  type Notice,
  type PlannedStack,
  type SpoilReason,
} from '@rapid-jig/core';
import { counted } from './counted';
import { FORM_WORDS } from './plan';

/** What hands do in a step, as its title says it. */
export const STEP_WORDS: Readonly<Record<BenchStepKind, string>> = {
  glue: 'Glue up',
  prepare: 'Make the blanks ready',
  stick: 'Pattern on, layers held',
  drill: 'Drill',
  blade: 'Change the blade',
  tilt: 'Set the table',
  thread: 'Thread the blade',
  cut: 'Saw',
  check: 'Try the first one',
  split: 'Take apart and join',
  peel: 'Apart, patterns off',
};

/** Layers of a stack that a step glues up: its detail names their gang. */
const gluedIn = ({ detail }: BenchStep, stack: PlannedStack | null): number =>
  stack === null || detail === null ? 0 : layersOfGang(detail, stack);

/** What is said of a step in one line: `Drill 1/8", 4 holes in each of 3 passes`. */
export function stepWords(step: BenchStep, stack: PlannedStack | null, unit: LengthUnit): string {
  const passes = step.passes.length;
  const layers = stack?.layers.length ?? 0;
  const strip = stack?.strip ?? null;
  const blanks = stripsFor(strip, passes);
  const beside = blanks < passes ? `, ${String(abreastOf(strip, passes))} side by side` : '';
  const each = passes > 1 ? ` in each of ${String(passes)} passes` : '';
  switch (step.kind) {
    case 'glue':
      return `${counted(passes * gluedIn(step, stack), 'blank')} of boards glued on each other: spread little glue, clamp, and let them stand.`;
    case 'prepare':
      return `${counted(blanks * layers, 'blank')} for ${counted(passes, 'pass', 'passes')}${beside}: flat, to size, free of grit.`;
    case 'stick':
      return stack?.held.method === null && layers > 1
        ? `${counted(blanks * layers, 'layer')}, each with its pattern and sawn by itself.`
        : `${counted(blanks, 'stack')} of ${counted(layers, 'layer')}, the pattern on top of each${beside}.`;
    case 'drill':
      return `${formatLength(step.bit?.diameterMm ?? 0, unit)} bit, ${counted(step.bit?.holes ?? 0, 'hole')}${each}, waste board below.${step.tiltDegrees === 0 ? '' : ` At ${String(step.tiltDegrees)}°.`}`;
    case 'blade':
      return step.blade ? `${bladeWords(step)} goes in, teeth down.` : '';
    case 'tilt':
      return step.tiltDegrees === 0
        ? 'Back to level; look with a square.'
        : `${String(step.tiltDegrees)}°, by a block and not by the scale.`;
    case 'thread':
      return step.cutIds.length === 1
        ? 'Through the hole of its inside cut.'
        : `Through the hole of cut 1, then one after the other: ${counted(step.cutIds.length, 'inside cut')}.`;
    case 'cut':
      return step.cutIds.length === 1
        ? 'One cut, from 1 and round.'
        : `${counted(step.cutIds.length, 'cut')}, in the order of their numbers.`;
    case 'check':
      return 'Fit, size, a clean lower face. Then the others follow.';
    case 'split':
      return step.detail === null
        ? 'Layers of this phase together, the others aside in their order.'
        : 'Their outline is sawn: each layer by itself, in their order.';
    case 'peel':
      return `${counted(layers, 'layer')} apart, patterns off, pieces counted.`;
    default:
      return unreachable(step.kind);
  }
}

/** The blade of a step: `Number 5, reverse teeth`. */
export const bladeWords = ({ blade }: Pick<BenchStep, 'blade'>): string =>
  blade ? `Number ${blade.size}, ${FORM_WORDS[blade.form]}` : 'No blade';

/**
 * Where a worn blade is changed for a new one of its kind while a step is done: `New blades: before cut 1, in cut 2, twice in cut 5.`
 * '' where none is.
 */
export function newBlades(step: BenchStep, stack: PlannedStack | null, uses: readonly BladeUse[]): string {
  const [pass] = step.passes;
  if (step.kind !== 'cut' || !stack || pass === undefined) return '';
  const place = passesAhead(stack).indexOf(pass) + 1;
  const changes = uses
    .flatMap((use) => use.changes)
    .filter(({ stackKey, phaseKey, pass: of }) => stackKey === stack.key && phaseKey === step.phaseKey && of === place);
  const places = step.cutIds.flatMap((cutId, i) => {
    const own = changes.filter((change) => change.cutId === cutId);
    const along = own.filter(({ afterMm }) => afterMm > 0).length;
    const name = `cut ${String(i + 1)}`;
    return [
      ...(own.length > along ? [`before ${name}`] : []),
      ...(along === 0 ? [] : [`${TIMES[along - 1] ?? `${String(along)} times `}in ${name}`]),
    ];
  });
  if (places.length === 0) return '';
  return `${changes.length === 1 ? 'A new blade' : 'New blades'}: ${places.join(', ')}.`;
}

const TIMES = ['', 'twice '];

/** What a step is of: `Pass 2 of Rocker`; the pass first, for a name may be longer than there is room. */
export function ofWords({ passes }: BenchStep, stack: PlannedStack | null): string {
  if (!stack) return '';
  const [first] = passes;
  const which = passes.length === 1 ? `Pass ${String(first)}` : counted(passes.length, 'pass', 'passes');
  return `${which} of ${stackName(stack)}`;
}

/** The usual caution, in a sentence. Common practice; the tool's manual and a qualified person decide. */
export const CAUTION_WORDS: Readonly<Record<Caution, string>> = {
  unplug: 'Saw off and unplugged before a hand is at the blade.',
  'clamp-work': 'Clamp the work; the bit takes hold of what is held by hand.',
  'moving-air': 'Spray where the air moves, away from any flame.',
  brads: 'Eye protection: a blade that meets a brad can throw it.',
  'fingers-beside': 'Fingers beside the blade, never in front of it; hold-down on the wood.',
  'small-blank': 'A small blank: hold it by its waste or with a stick, fingers far off.',
  'fine-dust': 'Man-made board: a dust mask and extraction.',
  'sharp-tilt': 'Sharp inside corners bind on a tilted table: round them, do not force.',
  'solvent-dry': 'Solvent fully dry before any heat or flame.',
  'clamps-wait': 'Leave it in the clamps until its time is up.',
};

export const NOTICE_WORDS: Readonly<Record<Notice, string>> = {
  'blade-broke': 'Blade broke',
  'blade-dull': 'Blade dull',
  burnt: 'Burnt',
  wandered: 'Wandered',
  'fit-tight': 'Fit tight',
  'fit-loose': 'Fit loose',
  pause: 'Pause',
  'go-on': 'Go on',
  note: 'Note',
};

export const SPOIL_WORDS: Readonly<Record<SpoilReason, string>> = {
  slipped: 'It slipped',
  wandered: 'Off the line',
  broke: 'It broke',
  burnt: 'Burnt',
  'blow-out': 'Blow-out',
  fit: 'Does not fit',
  other: 'Something else',
};
