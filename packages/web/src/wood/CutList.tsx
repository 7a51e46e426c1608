import { Box } from '@mui/material';
import {
  cutCaution,
  formatLength,
  fromNm,
  type CutCaution,
  type CutStep,
  type CutTake,
  type LengthUnit,
} from '@rapid-jig/core';
import { useUnit } from '../use-services';
import { counted } from '../words/counted';
import { CUT_CAUTIONS } from './wood-words';

/** The cuts of a board as they are made, by setting of fence and stop, each with what can hurt at it. */
export function CutList({ cuts }: { readonly cuts: readonly CutStep[] }) {
  const { unit } = useUnit();
  if (cuts.length === 0) return null;
  return (
    <Box component="ol" aria-label="Cuts" sx={{ m: 0, mt: 0.5, pl: 3, fontSize: '0.95rem' }}>
      {cuts.map((step, i) => (
        <li key={i}>
          {cutWords(step, unit)} <Caution id={cutCaution(step)} />
        </li>
      ))}
    </Box>
  );
}

function Caution({ id }: { readonly id: CutCaution | null }) {
  return (
    id && (
      <Box component="span" title={CUT_CAUTIONS[id][1]} sx={{ color: 'warning.main', whiteSpace: 'nowrap' }}>
        △ {CUT_CAUTIONS[id][0]}
      </Box>
    )
  );
}

/** `Table saw, fence at 3 5/8": rip 3 off the board (2 strips of A, 1 strip of AB)` */
export function cutWords(step: CutStep, unit: LengthUnit): string {
  if (step.axis === 'jigsaw')
    return `Jigsaw: mark them out and cut out ${step.pieces.map(({ letters, count }) => `${String(count)} × ${letters}`).join(', ')}`;
  const { axis, settingNm, takes, count } = step;
  const setting = formatLength(fromNm(settingNm), unit);
  const saw = axis === 'rip' ? `Table saw, fence at ${setting}: rip` : `Crosscut saw, stop at ${setting}: crosscut`;
  const from = [...new Set(takes.map(fromWords))].join(' and ');
  const off = takes.filter(({ isLeft, gives }) => !isLeft && gives.letters !== '');
  const left = takes.filter(({ isLeft }) => isLeft);
  const gives = [
    off.map(giveWords).join(', '),
    left.length > 0 ? `what is left is ${left.map(giveWords).join(', ')}` : '',
  ]
    .filter(Boolean)
    .join('; ');
  return `${saw} ${String(count)} off ${from}${gives ? `: ${gives}` : ''}`;
}

const fromWords = ({ from, fromLetters, parts }: CutTake): string =>
  from === null ? 'the board' : `${parts > 1 ? 'the strips' : 'the strip'} of ${fromLetters}`;

const giveWords = ({ gives, each, parts }: CutTake): string =>
  gives.kind === 'piece'
    ? `${String(each * parts)} × ${gives.letters}`
    : `${counted(each * parts, 'strip')} of ${gives.letters}`;
