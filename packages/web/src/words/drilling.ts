import {
  bitOnHand,
  formatLength,
  type Bit,
  type BitKind,
  type BitProposal,
  type DrillPlace,
  type HoleFit,
  type LengthUnit,
} from '@rapid-jig/core';

export const FIT_WORDS: Readonly<Record<HoleFit, string>> = {
  plain: 'nothing that has to fit',
  tight: 'tight: what is in it is fixed',
  loose: 'loose: what is in it turns or slides',
};

export const BIT_KIND_WORDS: Readonly<Record<BitKind, string>> = {
  twist: 'Twist',
  'brad-point': 'Brad point',
  forstner: 'Forstner',
};

const SHORT_FIT: Readonly<Record<HoleFit, string>> = { plain: '', tight: 'tight', loose: 'loose' };

/** What is special about a hole: `tight, 12 mm deep, pilot first`; '' for one that goes plainly through. */
function placeWords({ fit, depthMm, pilotMm, tiltDegrees, wantsSupport }: DrillPlace, unit: LengthUnit): string {
  return [
    SHORT_FIT[fit],
    depthMm === null ? '' : `${formatLength(depthMm, unit)} deep`,
    tiltDegrees === 0 ? '' : `at ${String(tiltDegrees)}°`,
    pilotMm === null ? '' : `pilot of ${formatLength(pilotMm, unit)} first`,
    wantsSupport ? 'a block beside the thin wood' : '',
  ]
    .filter((words) => words !== '')
    .join(', ');
}

/** What comes of the bit that is at hand; '' where it is the one that is wanted. */
function bitWords(wanted: Pick<DrillPlace, 'kind' | 'fit'>, proposal: BitProposal, unit: LengthUnit): string {
  const { bit, byMm, wantsForstner } = proposal;
  if (bit === null)
    return wanted.kind === 'entry'
      ? 'no bit at hand goes in here and lets the blade through'
      : 'no bit at hand is near';
  const kind = wantsForstner ? ', better with a Forstner bit' : '';
  if (byMm === 0) return wantsForstner ? 'better with a Forstner bit' : '';
  const size = `${formatLength(bit.diameter.mm, unit)} is at hand`;
  if (wanted.kind === 'entry') return `${size}: a larger hole in the waste${kind}`;
  if (wanted.fit === 'tight')
    return `${size}: ${byMm > 0 ? 'what is fixed in it will rattle' : 'sand what goes in'}${kind}`;
  if (wanted.fit === 'loose') return `${size}: ${byMm < 0 ? 'what turns in it will bind' : 'more play'}${kind}`;
  return `${size}: ${byMm > 0 ? 'larger' : 'smaller'} than drawn${kind}`;
}

/** What holes of one bit ask for beside the bit, and what the bit at hand comes to; each said once. */
export function drillingNotes(places: readonly DrillPlace[], bits: readonly Bit[] | null, unit: LengthUnit): string[] {
  const notes = places.flatMap((place) => [
    placeWords(place, unit),
    bits === null ? '' : bitWords(place, bitOnHand(place, bits), unit),
  ]);
  return [...new Set(notes)]
    .filter((note) => note !== '')
    .map((note) => `${note.charAt(0).toUpperCase()}${note.slice(1)}.`);
}
