import { Box, Button, Typography } from '@mui/material';
import { useOpenRun, useRunDoc } from './RunRoute';

/** Said by a plan that is not proven to be the cheapest, with the way to have all of them looked at. */
export function MayBeCheaper() {
  const { session } = useOpenRun();
  const isPatient = useRunDoc((run) => run.stacks.patient);
  const wait = (): void => session.document.edit((run) => ({ ...run, stacks: { ...run.stacks, patient: true } }));
  return (
    <Box sx={{ mb: 2, borderLeft: 4, borderColor: 'shelf', pl: 1.5 }}>
      {isPatient ? (
        <Typography variant="body2">
          <b>There may be cheaper stacks still</b>: even with patience not every way could be looked at.
        </Typography>
      ) : (
        <>
          <Typography variant="body2">
            <b>There may be cheaper stacks</b>: this run has more ways to lay unlike layers on each other than are
            looked at in a second or two, and some parts may be stacked with their own copies only for that. To look at
            every way may take a minute after each edit.
          </Typography>
          <Button onClick={wait} size="small" sx={{ ml: -0.5 }}>
            Look at every way
          </Button>
        </>
      )}
    </Box>
  );
}
