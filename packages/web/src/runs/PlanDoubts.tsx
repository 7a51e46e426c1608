import { useMemo } from 'react';
import { Alert, Box, Button, Typography } from '@mui/material';
import { useRunState } from './RunRoute';
import type { CheckedPlan, PlanInView } from './run-state';

/** So many of the things that do not add up are told. */
const MOST_TOLD = 4;

interface PlanDoubtsProps {
  /** True while the last plan that passed stands on the page. */
  readonly isHeldShown: boolean;
  readonly onShowHeld: (shown: boolean) => void;
}

/** What the checker says of the plan that is planned now; null while it says nothing. */
function useCheck(): CheckedPlan | null {
  const planned = useRunState('planned');
  const check = useRunState('check');
  return check !== null && check.of === planned ? check : null;
}

/** The plan in view, or the last one that passed its check where the maker would rather see that. */
export function usePlanShown(isHeldShown: boolean): PlanInView | null {
  const planned = useRunState('planned');
  const held = useCheck()?.lastHeld ?? null;
  return useMemo(
    () => (isHeldShown && planned && held ? { ...held, input: planned.input } : planned),
    [isHeldShown, planned, held],
  );
}

/** Says of a plan that does not pass its own check what does not add up; it is shown all the same. */
export function PlanDoubts({ isHeldShown, onShowHeld }: PlanDoubtsProps) {
  const check = useCheck();
  if (!check || check.wrong.length === 0) return null;
  const { wrong, lastHeld, isLogged } = check;
  return (
    <Alert severity="warning" sx={{ my: 1 }}>
      <b>Something in this plan does not add up.</b> Sawing goes on and counts; only wood is not taken by it.
      <Box component="ul" sx={{ my: 0.5, pl: 2.5 }}>
        {wrong.slice(0, MOST_TOLD).map((what) => (
          <li key={what}>{what}</li>
        ))}
        {wrong.length > MOST_TOLD && <li>and {wrong.length - MOST_TOLD} more</li>}
      </Box>
      <Typography variant="body2">
        {isLogged && 'The program has it in its log. '}A changed quantity or layer limit may help.
      </Typography>
      {lastHeld && (
        <Button size="small" sx={{ ml: -0.5 }} onClick={() => onShowHeld(!isHeldShown)}>
          {isHeldShown ? 'Show the new plan' : 'Show the last plan that adds up'}
        </Button>
      )}
    </Alert>
  );
}
