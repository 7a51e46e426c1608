import { Box, Typography } from '@mui/material';
import { phasesMissing, stackName, type PassSawn, type Phase, type PlannedStack } from '@rapid-jig/core';
import { OnceButton } from '../fields/OnceButton';
import { FIGURE } from '../theme/theme';
import { layersWords, phaseWords } from '../words/stacks';
import { passNumbers, TICKS, type MarksProps } from './marks';
import { useOpenRun } from './RunRoute';

/** Passes that are shown with all their boxes; the others wait in a line of their own. */
const MOST_ROWS = 6;

/** A row for every pass with a box for each of its phases, in their order; what was left out is told before glue. */
export function PhaseMarks({ stack, sawn, all, spoiled, onMarked }: MarksProps) {
  const numbers = passNumbers(sawn, all);
  const open = numbers.filter((pass) => !isDone(stack, sawn.get(pass) ?? []));
  const shown = numbers.length <= MOST_ROWS ? numbers : open.slice(0, MOST_ROWS);
  const hidden = numbers.length - shown.length;
  return (
    <Box sx={{ my: 0.5 }}>
      {shown.map((pass) => (
        <PassRow key={pass} pass={pass} {...{ stack, spoiled, onMarked }} marks={sawn.get(pass) ?? []} />
      ))}
      {hidden > 0 && (
        <Typography variant="body2" color="textSecondary">
          {numbers.length - open.length} of {all} passes sawn; {open.length - shown.length} more follow.
        </Typography>
      )}
    </Box>
  );
}

const isMarked = ({ key }: Phase, marks: readonly PassSawn[]): boolean =>
  marks.some(({ phase }) => phase === null || phase === key);
const isDone = ({ phases }: PlannedStack, marks: readonly PassSawn[]): boolean =>
  phases.every((phase) => isMarked(phase, marks));

interface PassRowProps extends Pick<MarksProps, 'stack' | 'spoiled' | 'onMarked'> {
  readonly pass: number;
  readonly marks: readonly PassSawn[];
}

function PassRow({ stack, pass, marks, spoiled, onMarked }: PassRowProps) {
  const { session } = useOpenRun();
  const { phases } = stack;
  const name = stackName(stack);
  const done = new Set(phases.filter((phase) => isMarked(phase, marks)).map(({ key }) => key));
  const left = phases.filter((phase) => done.has(phase.key)).flatMap((phase) => phasesMissing(phase, stack, done));
  const isWhole = marks.some(({ phase }) => phase === null);
  return (
    <Box role="group" aria-label={`Pass ${String(pass)} of ${name}`}>
      <Box sx={{ display: 'flex', alignItems: 'center' }}>
        <Typography variant="body2" sx={{ ...FIGURE, minWidth: 56 }}>
          Pass {pass}
        </Typography>
        {isWhole ? (
          <OnceButton size="small" onClick={() => session.takeBack(stack, null, pass)}>
            Sawn; take back
          </OnceButton>
        ) : (
          <Box sx={{ ...TICKS, my: 0 }}>
            {phases.map((phase, i) => (
              <label key={phase.key} title={`${phaseWords(phase)} in ${layersWords(phase.layerIds, stack)}`}>
                <input
                  type="checkbox"
                  checked={done.has(phase.key)}
                  onChange={() => {
                    if (done.has(phase.key)) session.takeBack(stack, phase, pass);
                    else {
                      session.markPass(stack, phase, pass, spoiled);
                      onMarked();
                    }
                  }}
                  aria-label={`Pass ${String(pass)} of ${name}, phase ${String(i + 1)}, ${phaseWords(phase)}: ${done.has(phase.key) ? 'done' : 'to do'}`}
                />
              </label>
            ))}
          </Box>
        )}
      </Box>
      {[...new Set(left)].map((phase) => (
        <Typography key={phase.key} variant="body2" color="warning">
          Not yet done: {phaseWords(phase)} in {layersWords(phase.layerIds, stack)}, phase {phases.indexOf(phase) + 1}.
          Look before you glue.
        </Typography>
      ))}
    </Box>
  );
}
