import { useCallback, useMemo, useState } from 'react';
import { Box, FormControlLabel, Switch, ToggleButton, ToggleButtonGroup, Typography } from '@mui/material';
import { useLoaderData } from 'react-router';
import { IconFileTypePdf } from '@tabler/icons-react';
import {
  bladePreferences,
  CHART_WORKS,
  chartHeights,
  countStock,
  formatLength,
  stockCount,
  woodById,
  type ChartRow,
  type ChartWork,
} from '@rapid-jig/core';
import { saveFile } from '../api/save-file';
import { OnceButton } from '../fields/OnceButton';
import { useDrawer, useServices, useShop, useUnit } from '../use-services';
import type { Services } from '../services';
import { Page } from '../shell/Page';
import { orThrow } from '../shell/or-throw';
import { FORM_WORDS, reasonWords } from '../words/plan';
import { ChartPicture, placeIn, type Place } from './ChartPicture';
import type { ChartAsk } from '../workers/planner.worker';
import { useAsked } from '../workers/use-asked';

/** The woods that lie on the maker's rack. */
export async function loadChart({ api }: Services): Promise<ReadonlySet<string>> {
  const { items, moves } = orThrow(await api.rack());
  const counts = countStock(moves);
  const there = items.filter(({ doc }) => !doc.archived && stockCount(counts, doc.id).onHand > 0);
  return new Set(there.flatMap(({ doc }) => doc.woodId ?? []));
}

/** Wood against thickness under the blade, from the maker's drawer: a picture to be looked up, and printed for the wall. */
export function ChartView() {
  const { planner, api, say } = useServices();
  const own = useLoaderData<ReadonlySet<string>>();
  const [onlyOwn, setOnlyOwn] = useState(false);
  const { blades } = useDrawer();
  const shop = useShop();
  const [shown, setShown] = useState<Place | null>(null);
  const asked = useMemo(
    () => ({ units: shop.units, drawer: blades, preferences: bladePreferences(shop) }),
    [shop, blades],
  );
  const ask = useCallback((of: ChartAsk) => planner.chart(of), [planner]);
  const failed = useCallback(
    () =>
      say('The part of the program that chooses blades could not be fetched. See that it still runs on its computer.'),
    [say],
  );
  const rows = useAsked(asked, ask, failed)?.answer ?? null;
  const print = async (): Promise<void> => {
    const pdf = await api.bladePoster();
    if (pdf.ok) saveFile('blades.pdf', pdf.value);
    else say(`${pdf.error.message} ${pdf.error.hint}`);
  };
  return (
    <Page wide title="Chart of blades">
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 2, flexWrap: 'wrap' }}>
        <Typography variant="h1" sx={{ flex: 1 }}>
          The blade for each wood and thickness
        </Typography>
        <OnceButton variant="outlined" startIcon={<IconFileTypePdf size={18} />} onClick={print}>
          Page for the wall
        </OnceButton>
      </Box>
      <Typography color="textSecondary" sx={{ maxWidth: 760, mb: 2 }}>
        Three bars a wood: plain, average and fine work. A bar is as thick as its blade is wide, enlarged; broken where
        the blade is strained, empty where none in your drawer serves. Touch one, or go there with the arrow keys, to
        see why. Woods on your rack are drawn in their own colour.
      </Typography>
      {own.size > 0 && (
        <FormControlLabel
          control={<Switch checked={onlyOwn} onChange={(_event, on) => setOnlyOwn(on)} />}
          label="Only woods on my rack"
        />
      )}
      <Box sx={{ display: 'flex', gap: 3, alignItems: 'start', flexDirection: { xs: 'column', md: 'row' } }}>
        <Box sx={{ flex: 1, minWidth: 0, width: '100%', overflowX: 'auto' }}>
          {rows && (
            <ChartPicture
              rows={onlyOwn ? rows.filter(({ woodId }) => own.has(woodId)) : rows}
              own={own}
              heights={chartHeights(shop.units)}
              shown={shown}
              onShow={setShown}
            />
          )}
        </Box>
        <Why place={shown} row={rows?.find(({ woodId }) => woodId === shown?.woodId) ?? null} onShow={setShown} />
      </Box>
    </Page>
  );
}

interface WhyProps {
  readonly place: Place | null;
  /** The whole row of its wood of the chart. */
  readonly row: ChartRow | null;
  readonly onShow: (place: Place) => void;
}

function Why({ place, row, onShow }: WhyProps) {
  const { unit } = useUnit();
  if (!place || !row)
    return (
      <Typography color="textSecondary" sx={{ width: { md: 300 } }}>
        A stretch of the chart says here why it is this blade.
      </Typography>
    );
  const { woodId, work, stretch } = place;
  const { choice, fault } = stretch;
  return (
    <Box
      role="status"
      aria-label="Why this blade"
      sx={{
        width: { xs: '100%', md: 320 },
        flex: 'none',
        p: 2,
        bgcolor: 'background.paper',
        border: 1,
        borderColor: 'divider',
        position: 'sticky',
        top: { md: 80 },
        bottom: { xs: 0, md: 'auto' },
        maxHeight: { xs: '38vh', md: 'none' },
        overflowY: 'auto',
      }}
    >
      <Typography variant="h3">
        {woodById(woodId)?.name}, {stretch.fromMm === 0 ? 'up' : formatLength(stretch.fromMm, unit)} to{' '}
        {formatLength(stretch.toMm, unit)}, {work} work
      </Typography>
      <ToggleButtonGroup
        exclusive
        aria-label="Kind of work"
        value={work}
        onChange={(_event, next: ChartWork | null) => {
          const there = next && placeIn(row, next, (stretch.fromMm + stretch.toMm) / 2);
          if (there) onShow(there);
        }}
        sx={{ mt: 1 }}
      >
        {CHART_WORKS.map((one) => (
          <ToggleButton key={one} value={one} sx={{ minHeight: 44, textTransform: 'capitalize' }}>
            {one}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      {choice ? (
        <>
          <Typography sx={{ mt: 1 }}>
            <b>
              Number {choice.blade.size}, {FORM_WORDS[choice.blade.form]}
            </b>
          </Typography>
          <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
            {choice.reasons.map((reason) => (
              <li key={reason.rule}>{reasonWords(reason, unit)}</li>
            ))}
          </Box>
        </>
      ) : (
        <Typography sx={{ mt: 1 }}>
          {fault?.message} {fault?.hint}
        </Typography>
      )}
    </Box>
  );
}
