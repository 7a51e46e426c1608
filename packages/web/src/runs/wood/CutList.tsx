import { Box } from '@mui/material';
import {
  cutCaution,
  formatLength,
  fromNm,
  type CutCaution,
  type CutResult,
  type CutStep,
  type LengthUnit,
  type NeededBlank,
} from '@rapid-jig/core';
import { useUnit } from '../../services';
import { CUT_CAUTIONS } from './words';

/** The cuts of a board in an order that can be followed, each with what can hurt at it. */
export function CutList({
  cuts,
  blanks,
}: {
  readonly cuts: readonly CutStep[];
  readonly blanks: readonly NeededBlank[];
}) {
  const { unit } = useUnit();
  if (cuts.length === 0) return null;
  return (
    <Box component="ol" aria-label="Cuts" sx={{ m: 0, mt: 0.5, pl: 3, columnWidth: 300, fontSize: '0.9rem' }}>
      {cuts.map((step) => (
        <li key={step.part}>
          {cutWords(step, blanks, unit)} <Caution id={cutCaution(step)} />
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

/** `Part 3: rip at 5 1/2": Fin and part 4` */
function cutWords(step: CutStep, blanks: readonly NeededBlank[], unit: LengthUnit): string {
  if (step.axis === 'jigsaw')
    return `Mark them out and cut out with the jigsaw: ${countedNames(step.pieces.map((i) => blanks[i]?.name ?? ''))}`;
  const { part, axis, distance, before, beyond } = step;
  const inHand = part === 0 ? 'The board' : `Part ${String(part)}`;
  const results = [before, beyond].map((result) => resultWords(result, blanks)).filter((words) => words !== '');
  return `${inHand}: ${axis} at ${formatLength(fromNm(distance), unit)}: ${results.join(' and ')}`;
}

/** `5 of Body, 1 of Fin` */
function countedNames(names: readonly string[]): string {
  const counts = new Map<string, number>();
  for (const name of names) counts.set(name, (counts.get(name) ?? 0) + 1);
  return [...counts].map(([name, count]) => `${String(count)} of ${name}`).join(', ');
}

function resultWords(result: CutResult, blanks: readonly NeededBlank[]): string {
  switch (result.kind) {
    case 'piece':
      return blanks[result.piece]?.name ?? '';
    case 'part':
      return `part ${String(result.part)}`;
    case 'rest':
      return 'a rest';
    case 'dust':
      return '';
  }
}
