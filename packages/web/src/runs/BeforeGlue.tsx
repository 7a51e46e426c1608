import { Alert, Box } from '@mui/material';
import { leftBeforeGlue, stackName, type Plan } from '@rapid-jig/core';
import { layersWords, phaseWords } from '../words/stacks';

/** Passes that are begun and not finished: what their layers still wait for, before anything of them is glued. */
export function BeforeGlue({ plan }: { readonly plan: Plan }) {
  const open = plan.stacks.flatMap((stack) => leftBeforeGlue(stack).map((left) => ({ stack, left })));
  if (open.length === 0) return null;
  return (
    <Alert severity="warning" sx={{ mb: 2 }}>
      <b>Before you glue</b>
      <Box component="ul" aria-label="Before you glue" sx={{ m: 0, pl: 2.5 }}>
        {open.map(({ stack, left: { pass, phases } }) => (
          <li key={`${stack.key} ${String(pass)}`}>
            Pass {pass} of {stackName(stack)}:{' '}
            {phases
              .map(
                (phase) =>
                  `${phaseWords(phase)} in ${layersWords(phase.layerIds, stack)}: phase ${String(stack.phases.indexOf(phase) + 1)}, not yet done`,
              )
              .join('; ')}
            .
          </li>
        ))}
      </Box>
    </Alert>
  );
}
