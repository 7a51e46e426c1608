import { memo } from 'react';
import { Box, Typography } from '@mui/material';
import { compareMm, formatLength, woodById, type Plan } from '@rapid-jig/core';
import { Swatch } from '../drawing/Swatch';
import { LengthField } from '../fields/LengthField';
import { Measure } from '../drawing/Measure';
import { useShop } from '../use-services';
import { useOpenRun, useRunDoc } from './RunRoute';

/** Each wood of the run with its thickness as the caliper says; the nominal one counts until then. */
export const MeasuredWoods = memo(function MeasuredWoods({ plan }: { readonly plan: Plan }) {
  const { session } = useOpenRun();
  const measured = useRunDoc((run) => run.measured);
  const { units } = useShop();
  const woods = new Map(
    plan.stacks
      .flatMap(({ gangs }) => gangs)
      .flatMap(({ plies }) => plies)
      .map(({ wood, nominalMm }) => [`${wood.id} ${String(nominalMm)}`, { woodId: wood.id, nominalMm }]),
  );
  if (woods.size === 0) return null;
  return (
    <Box component="section" aria-label="Thickness as measured" sx={{ borderTop: 1, borderColor: 'divider', pt: 2 }}>
      <Typography variant="h2">Thickness as measured</Typography>
      <Typography variant="body2" color="textSecondary" sx={{ mb: 1.5 }}>
        Measure the boards you pull: stacks and blades follow what is there, not what it is called.
      </Typography>
      {[...woods.values()].map(({ woodId, nominalMm }) => {
        const isThis = (one: { woodId: string; nominalMm: number }): boolean =>
          one.woodId === woodId && compareMm(one.nominalMm, nominalMm) === 0;
        const known = measured.find(isThis)?.measured ?? null;
        return (
          <Box key={`${woodId} ${String(nominalMm)}`} sx={{ display: 'flex', alignItems: 'start', gap: 1, mb: 0.5 }}>
            <Box sx={{ flex: 1, display: 'flex', gap: 1, alignItems: 'center', pt: 1 }}>
              <Swatch woodId={woodId} />
              <span>
                {woodById(woodId)?.name}, <Measure mm={nominalMm} />
              </span>
            </Box>
            <LengthField
              label="Measured"
              value={known}
              placeholder={formatLength(nominalMm, units)}
              width={132}
              onChange={(length) => {
                session.document.edit(
                  (run) => ({
                    ...run,
                    measured: [...run.measured.filter((one) => !isThis(one)), { woodId, nominalMm, measured: length }],
                  }),
                  `measure ${woodId}`,
                );
              }}
              onClear={() => {
                session.document.edit((run) =>
                  run.measured.some(isThis) ? { ...run, measured: run.measured.filter((one) => !isThis(one)) } : run,
                );
              }}
            />
          </Box>
        );
      })}
    </Box>
  );
});
