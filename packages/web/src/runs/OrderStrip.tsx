import { memo } from 'react';
import { Box, Typography } from '@mui/material';
import {
  bitsOf,
  formatMinutes,
  formatMoney,
  labourCost,
  timesToSaw,
  type PlanCost,
  type PlannedStack,
} from '@rapid-jig/core';
import { Link } from 'react-router';
import { Area } from '../drawing/Measure';
import { counted } from '../words/counted';
import { useShop } from '../use-services';
import { DRAWN } from '../theme/drawn';
import { FIGURE } from '../theme/theme';
import type { PlannedRun } from '../workers/planner.worker';

interface OrderStripProps {
  readonly planned: PlannedRun;
  readonly change: PlanCost | null;
}

/** Shadows at the ends of the row tell that it scrolls on: they lie still, and what covers them at an end moves with it. */
const SCROLL_HINT = {
  overflowX: 'auto',
  background: [
    'linear-gradient(to right, var(--rj-palette-background-paper) 30%, transparent) left / 44px 100% no-repeat local',
    'linear-gradient(to left, var(--rj-palette-background-paper) 30%, transparent) right / 44px 100% no-repeat local',
    `linear-gradient(to right, ${DRAWN.paperShadow}, transparent) left / 14px 100% no-repeat scroll`,
    `linear-gradient(to left, ${DRAWN.paperShadow}, transparent) right / 14px 100% no-repeat scroll`,
    'var(--rj-palette-background-paper)',
  ].join(', '),
} as const;

/** The index of a long page: it stays in view, below the rail; where it does not fit it is a row that scrolls. */
const STRIP = {
  listStyle: 'none',
  m: 0,
  mt: 1.5,
  p: 0,
  display: 'flex',
  position: 'sticky',
  top: 64,
  zIndex: 5,
  border: 1,
  borderColor: 'divider',
  borderRadius: 1,
  ...SCROLL_HINT,
} as const;

/** Holes that are still to be drilled for a stack, in all its passes. */
const holesToDrill = (stack: PlannedStack): number =>
  stack.phases.reduce((sum, phase) => {
    const holes = bitsOf([phase]).reduce((all, { count }) => all + count, 0);
    return sum + holes * timesToSaw(stack, phase);
  }, 0);

/** The run from left to right as the shop does it, each step with its figure, and what the last edit did to it. */
export const OrderStrip = memo(function OrderStrip({ planned: { plan, cost }, change }: OrderStripProps) {
  const shop = useShop();
  const { minutes } = plan;
  const pieces = plan.parts.reduce((sum, part) => sum + part.toCut, 0);
  const holes = plan.stacks.reduce((sum, stack) => sum + holesToDrill(stack), 0);
  const sawing = minutes.cutting + minutes.corners + minutes.threading;
  return (
    <Box component="ol" aria-label="The order of the work" sx={STRIP}>
      <Step name="Count" figure={String(pieces)} unit="pieces to saw" href="#count" />
      <Step
        name="Wood"
        figure={String(cost.blanks)}
        unit={
          <>
            blanks, <Area mm2={cost.woodMm2} />
          </>
        }
        href="#blanks"
        delta={change?.blanks}
        deltaUnit="blanks"
      />
      <Step
        name="Stack"
        figure={String(cost.passes)}
        unit={`passes, ${formatMinutes(minutes.pattern)}`}
        href="#wall"
        delta={change?.passes}
        deltaUnit="passes"
      />
      <Step name="Drill" figure={String(holes)} unit={`holes, ${formatMinutes(minutes.drilling)}`} href="#drilling" />
      <Step
        name="Saw"
        figure={formatMinutes(sawing)}
        unit={`${counted(cost.blades, 'blade')}, ${formatMinutes(minutes.changing)} changing`}
        href="#blades"
        delta={change?.blades}
        deltaUnit="blades"
      />
      <Step
        name="At the saw in all"
        figure={formatMinutes(cost.minutes)}
        unit={`worth ${formatMoney(labourCost(cost.minutes, shop.hourValueMinor), shop.currency)}`}
        href="#minutes"
        delta={change ? Math.round(change.minutes) : undefined}
        deltaUnit="min"
        strong
      />
      <Step
        name="One slip spoils"
        figure={`≤ ${String(cost.piecesAtRisk)}`}
        unit="pieces"
        href="#wall"
        delta={change?.piecesAtRisk}
        deltaUnit="pieces"
      />
    </Box>
  );
});

interface StepProps {
  readonly name: string;
  readonly figure: string;
  readonly unit: React.ReactNode;
  readonly href: string;
  readonly delta?: number | undefined;
  readonly deltaUnit?: string;
  readonly strong?: boolean;
}

/** One step, cut like an arrow towards the next. */
function Step({ name, figure, unit, href, delta = 0, deltaUnit = '', strong = false }: StepProps) {
  return (
    <Box
      component="li"
      sx={{
        flex: { xs: '0 0 auto', md: '1 1 auto' },
        minWidth: 104,
        whiteSpace: { xs: 'nowrap', md: 'normal' },
        borderLeft: 1,
        borderColor: 'divider',
        '&:first-of-type': { borderLeft: 0 },
        boxShadow: strong ? 'inset 0 -3px 0 var(--rj-palette-shelf)' : undefined,
      }}
    >
      <Box
        component={Link}
        to={href}
        sx={{ display: 'block', color: 'inherit', textDecoration: 'none', px: 1.5, py: 1 }}
      >
        <Box sx={{ display: 'flex', gap: 1, justifyContent: 'space-between' }}>
          <Typography variant="body2" color="textSecondary">
            {name}
          </Typography>
          <Typography
            variant="body2"
            noWrap
            role={delta === 0 ? undefined : 'status'}
            sx={{ fontWeight: 600, color: delta > 0 ? 'warning.main' : 'success.main' }}
          >
            {delta === 0 ? '' : `${delta > 0 ? '+' : '−'}${String(Math.abs(delta))} ${deltaUnit}`}
          </Typography>
        </Box>
        <Typography sx={{ ...FIGURE, fontWeight: 700, fontSize: '1.25rem', lineHeight: 1.25 }}>{figure}</Typography>
        <Typography variant="body2" color="textSecondary">
          {unit}
        </Typography>
      </Box>
    </Box>
  );
}
