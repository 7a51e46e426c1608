import { useDeferredValue, useMemo, useState } from 'react';
import { Alert, Box, Button, Typography } from '@mui/material';
import { drawParts } from '../drawing/paths';
import { useShop, useUnit } from '../use-services';
import { Below } from '../shell/Below';
import { Page } from '../shell/Page';
import { SaveTrouble, useUndoKeys } from '../shell/SaveBadge';
import { SawQuestion } from '../shop/SawQuestion';
import { warningWords } from '../words/plan';
import { BladesOfRun } from './BladesOfRun';
import { BlanksSection } from './BlanksSection';
import { DrillSection } from './DrillSection';
import { MakeColumn } from './MakeColumn';
import { MinutesSection } from './MinutesSection';
import { OrderStrip } from './OrderStrip';
import { PlanDoubts, usePlanShown } from './PlanDoubts';
import { RunHeader } from './RunHeader';
import { useOpenRun, useRunDoc, useRunState } from './RunRoute';
import { BesideThePlan, useBesidePlan } from './beside-plan';
import { Wall } from './Wall';

/** A run: what to make on the left, the wall of stacks it comes to on the right, in the order of the work. */
export function RunView() {
  const { session } = useOpenRun();
  const [isHeldShown, setHeldShown] = useState(false);
  const planned = usePlanShown(isHeldShown);
  const error = useRunState('error');
  const revisions = useRunState('revisions');
  const change = useRunState('change');
  const trouble = useRunState('trouble');
  const isStalled = useRunState('isStalled');
  const isSlow = useRunState('isSlow');
  const hasLines = useRunDoc((run) => run.lines.length > 0);
  // The plan is drawn when there is time: typing and clicking go first, and no drawing holds up the page.
  const shown = useDeferredValue(planned);
  const shop = useShop();
  useUndoKeys(session.document);
  const drawn = useMemo(() => drawParts(revisions), [revisions]);
  const name = useRunDoc((run) => run.name);
  const beside = useBesidePlan();
  return (
    <BesideThePlan value={beside}>
      <Page wide hiddenHeading title={name}>
        <RunHeader />
        <SaveTrouble document={session.document} alsoNamed={revisions} />
        {trouble && (
          <Alert severity="warning" sx={{ my: 1 }}>
            Not yet recorded: {trouble}
          </Alert>
        )}
        {isStalled && <Stalled onRetry={() => void session.plan()} />}
        <PlanDoubts isHeldShown={isHeldShown} onShowHeld={setHeldShown} />
        {!shop.saw.confirmed && hasLines && <SawQuestion />}
        <Box role="status">
          {isSlow && (
            <Typography color="textSecondary" sx={{ mt: 1 }}>
              Looking for the cheapest stacks …
            </Typography>
          )}
        </Box>
        {shown && !error && hasLines && <OrderStrip planned={shown} change={change} />}
        <Box
          sx={{
            // Where the rail and the strip end that stay above all sections.
            '--run-index': '184px',
            display: 'flex',
            gap: 3,
            alignItems: { md: 'start' },
            flexDirection: { xs: 'column', md: 'row' },
            mt: 2,
          }}
        >
          <MakeColumn plan={shown?.plan ?? null} />
          <Box sx={{ flex: 1, minWidth: 0, width: '100%' }}>
            {error && <PlanErrors />}
            {shown && !error && (
              <>
                <Warnings />
                <Wall plan={shown.plan} drawn={drawn} />
                <Below>
                  <BlanksSection plan={shown.plan} />
                  <DrillSection plan={shown.plan} />
                  <BladesOfRun plan={shown.plan} />
                  <MinutesSection plan={shown.plan} />
                </Below>
              </>
            )}
          </Box>
        </Box>
      </Page>
    </BesideThePlan>
  );
}

/** What plans did not come from the server: marks are kept and sent all the same. */
function Stalled({ onRetry }: { readonly onRetry: () => void }) {
  return (
    <Alert severity="warning" sx={{ my: 1 }} action={<Button onClick={onRetry}>Try again</Button>}>
      The part of the program that plans could not be fetched, so what stands here may be an older plan. See that the
      program still runs on its computer; what you change and mark is kept.
    </Alert>
  );
}

/** Every reason why there is no plan, where, and what to do. */
function PlanErrors() {
  const error = useRunState('error');
  return (error ?? []).map(({ message, where, hint }, i) => (
    <Alert key={i} severity="error" sx={{ mb: 1 }}>
      <b>{where}</b>: {message} {hint}
    </Alert>
  ));
}

const MOST_WARNINGS = 6;

/** What the maker should know, one line each; those of a single stack stand on the stack. */
function Warnings() {
  const planned = useRunState('planned');
  const { unit } = useUnit();
  const warnings = (planned?.plan.warnings ?? []).filter(({ stackKey }) => stackKey === null);
  if (warnings.length === 0) return null;
  return (
    <Box sx={{ mb: 2, borderLeft: 4, borderColor: 'warning.main', pl: 1.5 }}>
      {warnings.slice(0, MOST_WARNINGS).map((warning, i) => (
        <Typography key={i} variant="body2">
          <b>{warning.where}</b>: {warningWords(warning, unit)}
        </Typography>
      ))}
      {warnings.length > MOST_WARNINGS && (
        <Typography variant="body2" color="textSecondary">
          and {warnings.length - MOST_WARNINGS} more
        </Typography>
      )}
    </Box>
  );
}
