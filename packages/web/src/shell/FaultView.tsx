import { Box, Button, Typography } from '@mui/material';
import { Link, useRevalidator, useRouteError } from 'react-router';
import type { Fault } from '@rapid-jig/core';
import { useServices } from '../use-services';
import { CODE_MISSING } from './code';
import { FaultError } from './or-throw';

/** What is wrong, where, and what to do; never a blank page. */
export function FaultView({ fault, onRetry }: { readonly fault: Fault<string>; readonly onRetry?: () => void }) {
  return (
    <Box
      role="alert"
      sx={{
        maxWidth: 620,
        m: '12vh auto',
        p: 3,
        borderLeft: 6,
        borderColor: 'error.main',
        bgcolor: 'background.paper',
      }}
    >
      <Typography variant="h1">{fault.message}</Typography>
      <Typography color="textSecondary" sx={{ my: 1 }}>
        Where: {fault.where}
      </Typography>
      <Typography>{fault.hint}</Typography>
      {onRetry && (
        <Button variant="contained" sx={{ mt: 2 }} onClick={onRetry}>
          Try again
        </Button>
      )}
    </Box>
  );
}

const UNFORESEEN = (error: unknown): Fault<string> => ({
  kind: 'unexpected',
  message: 'This view could not be drawn. Nothing you entered is lost.',
  where: error instanceof Error ? error.message : String(error),
  hint: 'Try again, or go back to your runs.',
});

/** The error view of every route. */
export function FaultRoute() {
  const error = useRouteError();
  const { revalidate } = useRevalidator();
  const { api } = useServices();
  const fault = error instanceof FaultError ? error.fault : UNFORESEEN(error);
  const retry = async (): Promise<void> => {
    if (fault.kind !== CODE_MISSING) await revalidate();
    // A browser may remember that code failed to load; while the program is away the page is better than none.
    else if ((await api.shop()).ok) location.reload();
  };
  return (
    <>
      <FaultView fault={fault} onRetry={() => void retry()} />
      <Typography align="center">
        <Link to="/runs">Back to the runs</Link>
      </Typography>
    </>
  );
}
