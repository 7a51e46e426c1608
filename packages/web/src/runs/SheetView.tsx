import { useCallback, useLayoutEffect, useRef, useState } from 'react';
import { Box, Button, Typography } from '@mui/material';
import { Link } from 'react-router';
import { formatMinutes, pagesPrinted, totalMinutes, type CutSheet, type Paper, type Plan } from '@rapid-jig/core';
import { useServices, useShop } from '../use-services';
import { dateWords } from './due';
import { useRunDoc, useRunState } from './RunRoute';
import { useAsked } from '../workers/use-asked';
import { SheetBlades, SheetBlanks, SheetCounts, SheetNeeds, SheetStacks } from './SheetTables';
import { CheckBar, patternHeightMm, PatternPages, PX_PER_MM } from './SheetPatterns';
import { counted } from '../words/counted';
import { CAUTION_WORDS } from '../words/plan';
import './sheet.css';

/** The sheet that goes to the shop: black on white, in the order of the work, patterns at true size. */
export function SheetView() {
  const planned = useRunState('planned');
  const error = useRunState('error');
  const revisions = useRunState('revisions');
  const shop = useShop();
  const { planner } = useServices();
  const ask = useCallback((of: Plan) => planner.cutSheet(of, revisions, shop), [planner, revisions, shop]);
  const found = useAsked(planned?.plan ?? null, ask);
  if (error)
    return (
      <Typography sx={{ p: 6 }}>
        There is no plan to print yet. <Link to="..">Back to the run</Link>
      </Typography>
    );
  if (!found) return <Typography sx={{ p: 6 }}>Planning …</Typography>;
  return <PaperSheet plan={found.of} sheet={found.answer} />;
}

interface PaperSheetProps {
  readonly plan: Plan;
  readonly sheet: CutSheet;
}

function PaperSheet({ plan, sheet }: PaperSheetProps) {
  const name = useRunDoc((run) => run.name);
  const dueDate = useRunDoc((run) => run.dueDate);
  const shop = useShop();
  const { patternsAt, pages } = usePages(sheet, shop.paper);
  return (
    <Box component="main" className={`sheet paper-${shop.paper}`}>
      <title>{`Cut sheet of ${name} · Rapid Jig`}</title>
      <style>{`@page { size: ${shop.paper === 'a4' ? 'A4' : 'letter'}; margin: 12mm; }`}</style>
      <PrintBar pages={pages} />
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
      <div ref={patternsAt}>
        <PatternPages sheet={sheet} />
      </div>
    </Box>
  );
}

/** How many pages the sheet takes: what stands above the patterns as it is on the screen, and the patterns by their size. */
function usePages(sheet: CutSheet, paper: Paper) {
  const patternsAt = useRef<HTMLDivElement>(null);
  const [aboveMm, setAboveMm] = useState(0);
  useLayoutEffect(() => {
    const top = patternsAt.current?.getBoundingClientRect().top ?? 0;
    const start = patternsAt.current?.parentElement?.getBoundingClientRect().top ?? top;
    setAboveMm((top - start) / PX_PER_MM);
  }, [sheet]);
  return { patternsAt, pages: pagesPrinted(aboveMm, sheet.patterns.map(patternHeightMm), paper) };
}

function PrintBar({ pages }: { readonly pages: number }) {
  return (
    <Box className="no-print" sx={{ display: 'flex', gap: 2, alignItems: 'center', flexWrap: 'wrap', mb: 3 }}>
      <Button component={Link} to=".." relative="path" color="inherit">
        Back to the run
      </Button>
      <Button variant="contained" onClick={() => window.print()}>
        Print
      </Button>
      <Typography variant="body2">
        About {counted(pages, 'page')}. Print at 100 %, without fitting to the page, and measure the bar.
      </Typography>
    </Box>
  );
}
