import { Box, Typography } from '@mui/material';
import { Bar, BarChart, CartesianGrid, Legend, XAxis, YAxis } from 'recharts';
import { formatMinutes, type RecordedTimes } from '@rapid-jig/core';
import { STEP_WORDS } from '../words/bench';
import { counted } from '../words/counted';

const WIDTH = 640;
const ROW_HEIGHT = 52;
const INK = 'var(--rj-palette-text-secondary)';
const TICK = { fill: INK, fontSize: 13 };
/** The program moves nothing that the maker has not moved. */
const STILL = { isAnimationActive: false } as const;

/** Planned and clocked minutes of each kind of step, of what was done at the bench. */
export function TimesChart({ times: { steps, unlikely } }: { readonly times: RecordedTimes }) {
  const rows = steps.map(({ kind, plannedMinutes, minutes }) => ({
    name: STEP_WORDS[kind],
    planned: Math.round(plannedMinutes * 10) / 10,
    clocked: Math.round(minutes * 10) / 10,
  }));
  const [planned, clocked] = steps.reduce(
    ([a, b], { plannedMinutes, minutes }) => [a + plannedMinutes, b + minutes],
    [0, 0],
  );
  const told = rows.map((row) => `${row.name}: ${String(row.clocked)} of ${String(row.planned)}`).join('; ');
  return (
    <Box component="section" aria-label="Minutes" sx={{ mt: 4 }}>
      <Typography variant="h2">Minutes, planned and clocked</Typography>
      {rows.length === 0 ? (
        <Typography color="textSecondary" sx={{ mt: 1 }}>
          Nothing was clocked yet: minutes come from going on at the bench.
        </Typography>
      ) : (
        <>
          <Typography sx={{ mt: 1 }}>
            {formatMinutes(clocked)} clocked for what was planned to take {formatMinutes(planned)}.
          </Typography>
          <Box role="img" aria-label={`Clocked minutes of those planned. ${told}`} sx={{ overflowX: 'auto' }}>
            <BarChart
              layout="vertical"
              width={WIDTH}
              height={rows.length * ROW_HEIGHT + 70}
              data={rows}
              margin={{ left: 70, right: 24 }}
            >
              <CartesianGrid stroke="var(--rj-palette-divider)" horizontal={false} />
              <XAxis type="number" tick={TICK} stroke={INK} unit=" min" />
              <YAxis type="category" dataKey="name" tick={TICK} stroke={INK} width={110} />
              <Legend />
              <Bar dataKey="planned" name="Planned" fill="var(--rj-palette-shelf)" {...STILL} />
              <Bar dataKey="clocked" name="Clocked" fill="var(--rj-palette-primary-main)" {...STILL} />
            </BarChart>
          </Box>
        </>
      )}
      {unlikely.length > 0 && (
        <Typography variant="body2" color="textSecondary">
          {counted(unlikely.length, 'time')} left out as unlikely:{' '}
          {unlikely
            .map(
              ({ kind, minutes, plannedMinutes }) =>
                `${STEP_WORDS[kind]}, ${formatMinutes(minutes)} for ${formatMinutes(plannedMinutes)}`,
            )
            .join('; ')}
          .
        </Typography>
      )}
    </Box>
  );
}
