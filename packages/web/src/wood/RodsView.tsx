import { Box, Typography } from '@mui/material';
import { formatLength, formatShare, woodById, type LengthUnit, type RodBar, type RodGroup } from '@rapid-jig/core';
import { Swatch } from '../drawing/Swatch';
import { useUnit } from '../use-services';
import { counted } from '../words/counted';

/** Dowels and strips: the bars to take and what is cut from each. */
export function RodsView({ rods }: { readonly rods: readonly RodGroup[] }) {
  const { unit } = useUnit();
  return rods.map((group) => {
    const { kind, woodId, thicknessMm, widthMm, bars, usedShare, proven } = group;
    const section = [thicknessMm, widthMm].flatMap((mm) => (mm === null ? [] : [formatLength(mm, unit)])).join(' × ');
    const name = `${woodById(woodId)?.name ?? woodId} ${kind}, ${section}`;
    return (
      <Box component="section" key={name} aria-label={name} sx={{ mt: 3 }}>
        <Typography variant="h2" sx={{ display: 'flex', gap: 1, alignItems: 'center', flexWrap: 'wrap' }}>
          <Swatch woodId={woodId} /> {name}
        </Typography>
        <Typography color="textSecondary" sx={{ mb: 1 }}>
          {counted(bars.length, 'length')} to cut
          {bars.length > 0 &&
            ` · ${formatShare(usedShare)} used; ${proven ? 'no way of cutting takes less' : 'the search ended before the best was proven'}`}
        </Typography>
        <Box component="ol" aria-label="Lengths to cut" sx={{ m: 0, pl: 3 }}>
          {bars.map((bar) => (
            <Box component="li" key={`${bar.itemId} ${String(bar.copy)}`} sx={{ py: 0.5 }}>
              <BarPicture bar={bar} group={group} unit={unit} />
              {barWords(bar, group, unit)}
            </Box>
          ))}
        </Box>
      </Box>
    );
  });
}

/** `36": 2 of 11" (Axle); 13 3/4" is left` */
function barWords({ lengthMm, pieces, restMm }: RodBar, { rods }: RodGroup, unit: LengthUnit): string {
  const cut = pieces.flatMap((count, i) => {
    const rod = rods[i];
    return rod && count > 0 ? [`${String(count)} of ${formatLength(rod.lengthMm, unit)} (${rod.name})`] : [];
  });
  return `${formatLength(lengthMm, unit)}: ${cut.join(', ')}; ${formatLength(restMm, unit)} is left`;
}

/** A bar is drawn this long, px, whatever its length. */
const BAR_PX = 420;

function BarPicture({
  bar,
  group,
  unit,
}: {
  readonly bar: RodBar;
  readonly group: RodGroup;
  readonly unit: LengthUnit;
}) {
  const lengths = bar.pieces.flatMap((count, i) => Array.from({ length: count }, () => group.rods[i]?.lengthMm ?? 0));
  // What neither a piece takes nor is left, the saw does: drawn behind each piece, so that the bar comes out even.
  const sawnMm = bar.lengthMm - bar.restMm - lengths.reduce((sum, mm) => sum + mm, 0);
  const share = (mm: number): string => `${String((100 * mm) / bar.lengthMm)}%`;
  return (
    <Box
      aria-hidden
      sx={{
        display: 'flex',
        width: BAR_PX,
        maxWidth: '100%',
        height: 16,
        bgcolor: 'sheet',
        border: 1,
        borderColor: 'edge',
      }}
    >
      {lengths.map((mm, i) => (
        <Box
          key={i}
          title={formatLength(mm, unit)}
          sx={{ width: share(mm), mr: share(sawnMm / lengths.length), bgcolor: 'shelf', flexShrink: 0 }}
        />
      ))}
    </Box>
  );
}
