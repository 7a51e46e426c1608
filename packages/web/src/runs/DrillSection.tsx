import { memo, useCallback } from 'react';
import { Box, Button, Typography } from '@mui/material';
import { Link } from 'react-router';
import {
  bitOfSizes,
  isToSaw,
  stackName,
  timesToSaw,
  type Bit,
  type DrillCard,
  type DrillPlace,
  type Phase,
  type Plan,
  type PlannedStack,
} from '@rapid-jig/core';
import { saveFile } from '../api/save-file';
import { Measure } from '../drawing/Measure';
import { useServices, useShop, useUnit } from '../use-services';
import { FIGURE } from '../theme/theme';
import { counted } from '../words/counted';
import { drillingNotes } from '../words/drilling';
import { toldApart } from '../words/told-apart';
import { RunSection } from './RunSection';
import { useRunDoc, useRunState } from './RunRoute';
import { useAsked } from '../workers/use-asked';

const NO_CARDS: readonly DrillCard[] = [];

/** All that is still to drill in a run, bit by bit over all stacks: each bit goes into the drill once. */
export const DrillSection = memo(function DrillSection({ plan }: { readonly plan: Plan }) {
  const { planner } = useServices();
  const revisions = useRunState('revisions');
  const { bits } = useShop();
  const name = useRunDoc((run) => run.name);
  const ask = useCallback(
    (stacks: Plan['stacks']) => planner.drillCards(stacks.filter(isToSaw), revisions),
    [planner, revisions],
  );
  const cards = useAsked(plan.stacks, ask)?.answer ?? NO_CARDS;
  const rows = rowsOf(plan, cards);
  if (rows.length === 0) return null;
  return (
    <RunSection
      id="drilling"
      label="Drilling"
      title="Drilling, bit by bit"
      aside={
        <>
          <Button size="small" onClick={() => void downloadDrillList(name, plan, cards)}>
            Drill points (CSV)
          </Button>
          <Button size="small" component={Link} to="patterns?only=holes">
            Sheets to drill by
          </Button>
        </>
      }
    >
      <Box component="ol" sx={{ listStyle: 'none', m: 0, mt: 1, p: 0, display: 'grid', gap: 1 }}>
        {rows.map((row) => (
          <BitRow key={row.diameterMm} row={row} bits={bits} />
        ))}
      </Box>
      <Typography variant="body2" color="textSecondary" sx={{ mt: 1 }}>
        A waste board below, the work clamped, only the holes of the phase in hand.
        {bits === null && (
          <>
            {' '}
            <Link to="/blades#bits">Say which bits you have</Link>, and what is missing is told here.
          </>
        )}
      </Typography>
    </RunSection>
  );
});

interface RowOfBit {
  readonly diameterMm: number;
  readonly stacks: readonly {
    readonly key: string;
    readonly name: string;
    /** What tells it from another of its name. */
    readonly facts: readonly string[];
    readonly holes: number;
  }[];
  readonly places: readonly DrillPlace[];
}

/** The smallest bit first; of each, the stacks in the order of sawing and the holes of all their passes. */
function rowsOf(plan: Plan, cards: readonly DrillCard[]): RowOfBit[] {
  const sizes = bitOfSizes(cards.flatMap(({ bits }) => bits.map(({ diameterMm }) => diameterMm)));
  const rows = new Map<number, { stacks: RowOfBit['stacks'][number][]; places: DrillPlace[] }>();
  const placed = new Map(plan.stacks.map((stack, i) => [stack.key, { stack, place: i + 1 }]));
  for (const { stackKey, phaseKey, bits } of cards) {
    const { stack, place = 0 } = placed.get(stackKey) ?? {};
    const phase = stack?.phases.find(({ key }) => key === phaseKey);
    if (!stack || !phase) continue;
    const times = timesToSaw(stack, phase) * (phase.singly ? phase.layerIds.length : 1);
    for (const { diameterMm, places } of bits) {
      const bit = sizes.get(diameterMm) ?? diameterMm;
      const row = rows.get(bit) ?? { stacks: [], places: [] };
      const holes = places.length * times;
      if (holes > 0)
        row.stacks.push({
          key: `${stackKey} ${phaseKey}`,
          name: stackName(stack),
          facts: factsOf(stack, phase, place),
          holes,
        });
      row.places.push(...places);
      rows.set(bit, row);
    }
  }
  return [...rows]
    .map(([diameterMm, row]) => ({ diameterMm, ...row }))
    .filter(({ stacks }) => stacks.length > 0)
    .sort((a, b) => a.diameterMm - b.diameterMm);
}

/** What tells a phase of a stack from others of the same name: its wood, its layers, its phase, its place on the wall. */
const factsOf = (stack: PlannedStack, phase: Phase, place: number): string[] => [
  [...new Set(stack.gangs.map(({ wood }) => wood.name))].join(' and '),
  counted(stack.layers.length, 'layer'),
  `phase ${String(stack.phases.indexOf(phase) + 1)}`,
  `stack ${String(place)}`,
];

function BitRow({
  row: { diameterMm, stacks, places },
  bits,
}: {
  readonly row: RowOfBit;
  readonly bits: readonly Bit[] | null;
}) {
  const { unit } = useUnit();
  const all = stacks.reduce((sum, { holes }) => sum + holes, 0);
  const notes = drillingNotes(places, bits, unit);
  const names = toldApart(stacks);
  return (
    <Box component="li" sx={{ display: 'flex', gap: 2, alignItems: 'baseline', flexWrap: 'wrap' }}>
      <Typography sx={{ ...FIGURE, fontWeight: 700, minWidth: 64 }}>
        <Measure mm={diameterMm} />
      </Typography>
      <Typography sx={{ ...FIGURE, minWidth: 80 }}>{counted(all, 'hole')}</Typography>
      <Box sx={{ flex: '1 1 320px' }}>
        <Typography variant="body2">
          {stacks.map(({ holes }, i) => `${names[i] ?? ''}: ${String(holes)}`).join('; ')}
        </Typography>
        {notes.map((note) => (
          <Typography key={note} variant="body2" color="warning">
            {note}
          </Typography>
        ))}
      </Box>
    </Box>
  );
}

async function downloadDrillList(name: string, plan: Plan, cards: readonly DrillCard[]): Promise<void> {
  // The writer of tables is fetched only when it is wanted.
  const { drillListCsv, fileNameFor } = await import('@rapid-jig/core');
  const file = new Blob([drillListCsv(plan.stacks, cards)], { type: 'text/csv;charset=utf-8' });
  saveFile(fileNameFor({ name: `${name} drill points` }, 'csv'), file);
}
