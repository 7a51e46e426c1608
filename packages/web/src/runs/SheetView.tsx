import { useMemo } from 'react';
import { Box, Button, Typography } from '@mui/material';
import { Link } from 'react-router';
import { cutSheet, formatMinutes, totalMinutes } from '@rapid-jig/core';
import { useShop } from '../services';
import { dateWords } from './due';
import { useRunDoc, useRunState } from './RunRoute';
import { SheetBlades, SheetBlanks, SheetCounts, SheetNeeds, SheetStacks } from './SheetTables';
import { CheckBar, PatternPages } from './SheetPatterns';
import { CAUTION_WORDS } from '../words/plan';
import './sheet.css';

/** The sheet that goes to the shop: black on white, in the order of the work, patterns at true size. */
export function SheetView() {
  const name = useRunDoc((run) => run.name);
  const dueDate = useRunDoc((run) => run.dueDate);
  const shop = useShop();
  const { planned, error, revisions } = useRunState();
  const plan = planned?.plan;
  const sheet = useMemo(() => (plan ? cutSheet(plan, revisions, shop) : null), [plan, revisions, shop]);
  if (error)
    return (
      <Typography sx={{ p: 6 }}>
        There is no plan to print yet. <Link to="..">Back to the run</Link>
      </Typography>
    );
  if (!plan || !sheet) return <Typography sx={{ p: 6 }}>Planning …</Typography>;
  return (
    <Box component="main" className={`sheet paper-${shop.paper}`}>
      <title>{`Cut sheet of ${name} · Rapid Jig`}</title>
      <style>{`@page { size: ${shop.paper === 'a4' ? 'A4' : 'letter'}; margin: 12mm; }`}</style>
      <Box className="no-print" sx={{ display: 'flex', gap: 2, alignItems: 'center', mb: 3 }}>
        <Button component={Link} to=".." relative="path" color="inherit">
          Back to the run
        </Button>
        <Button variant="contained" onClick={() => window.print()}>
          Print
        </Button>
        <Typography variant="body2">Print at 100 %, without fitting to the page, and measure the bar.</Typography>
      </Box>
      <h1>{name}</h1>
      <p>
        {[
          shop.name,
          dueDate === null ? '' : `by ${dateWords(dueDate)}`,
          `${formatMinutes(totalMinutes(plan.minutes))} at the saw`,
        ]
          .filter(Boolean)
          .join(' · ')}
      </p>
      <ul className="cautions">
        {sheet.cautions.map((caution) => (
          <li key={caution}>{CAUTION_WORDS[caution]}</li>
        ))}
      </ul>
      <SheetCounts plan={plan} />
      <SheetBlanks plan={plan} />
      <SheetNeeds plan={plan} />
      <SheetBlades plan={plan} />
      <SheetStacks plan={plan} sheet={sheet} />
      <CheckBar lengthMm={sheet.checkBarMm} />
      <PatternPages sheet={sheet} />
    </Box>
  );
}
