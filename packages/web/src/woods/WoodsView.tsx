import { Box, Typography } from '@mui/material';
import {
  HARD_ABOVE_N,
  hardnessClass,
  NEWTONS_PER_POUND_FORCE,
  SOFT_BELOW_N,
  woodById,
  WOODS,
  type Wood,
} from '@rapid-jig/core';
import { woodFill } from '../drawing/WoodDefs';
import { useUnit } from '../use-services';
import { Page } from '../shell/Page';
import { FIGURE } from '../theme/theme';

const SOURCES: Readonly<Record<Wood['source'], string>> = {
  'wood-handbook': 'Wood Handbook, chapter 5 (from memory)',
  'other-tables': 'other published tables (from memory)',
  'saws-like': 'common practice',
};

/** The hardest wood fills the row. */
const HARDEST = Math.max(...WOODS.map(({ hardnessN }) => hardnessN));
const share = (newtons: number): string => `${String((newtons / HARDEST) * 100)}%`;

/** Every wood as a sample as long as it is hard. */
export function WoodsView() {
  const solid = WOODS.filter(({ kind }) => kind === 'solid').sort((a, b) => a.hardnessN - b.hardnessN);
  const sheets = WOODS.filter(({ kind }) => kind === 'sheet').sort((a, b) => a.hardnessN - b.hardnessN);
  return (
    <Page title="Woods">
      <Typography variant="h1">Woods</Typography>
      <Typography color="textSecondary" sx={{ maxWidth: 720, mb: 2 }}>
        A sample is as long as the wood is hard. Hardness decides blade, height of the stack and speed: below the first
        mark a wood saws soft, above the second hard.
      </Typography>
      <Rows woods={solid} title="Solid wood" />
      <Rows woods={sheets} title="Sheet goods: as hard as the wood they saw like" />
    </Page>
  );
}

function Rows({ woods, title }: { readonly woods: readonly Wood[]; readonly title: string }) {
  return (
    <Box component="section" sx={{ mt: 3 }}>
      <Typography variant="h2" sx={{ mb: 1 }}>
        {title}
      </Typography>
      {woods.map((wood) => (
        <WoodRow key={wood.id} wood={wood} />
      ))}
    </Box>
  );
}

function WoodRow({ wood }: { readonly wood: Wood }) {
  const { unit } = useUnit();
  const hardness =
    unit === 'in'
      ? `${String(Math.round(wood.hardnessN / NEWTONS_PER_POUND_FORCE / 10) * 10)} lbf`
      : `${String(wood.hardnessN)} N`;
  const density =
    unit === 'in' ? `${String(Math.round(wood.densityKgM3 * 0.062428))} lb/ft³` : `${String(wood.densityKgM3)} kg/m³`;
  const origin =
    wood.sawsLike === null
      ? SOURCES[wood.source]
      : `saws like ${woodById(wood.sawsLike)?.name.toLowerCase() ?? ''}, ${SOURCES[wood.source]}`;
  return (
    <Box
      id={wood.id}
      sx={{
        display: 'grid',
        gridTemplateColumns: { xs: '1fr', md: '190px 1fr 330px' },
        columnGap: 2,
        alignItems: 'center',
        py: 0.5,
        scrollMarginTop: 80,
        '&:target': { bgcolor: 'background.paper' },
      }}
    >
      <Typography>{wood.name}</Typography>
      <Box sx={{ position: 'relative', height: 26 }}>
        <svg width={share(wood.hardnessN)} height="26" role="img" aria-label={`${wood.name}: ${hardness}`}>
          <rect width="100%" height="26" fill={woodFill(wood.id)} stroke="var(--rj-palette-edge)" />
        </svg>
        {[SOFT_BELOW_N, HARD_ABOVE_N].map((mark) => (
          <Box
            key={mark}
            aria-hidden
            sx={{
              position: 'absolute',
              left: share(mark),
              top: -4,
              bottom: -4,
              borderLeft: '1px dashed',
              borderColor: 'text.secondary',
            }}
          />
        ))}
      </Box>
      <Box>
        <Typography variant="body2" sx={FIGURE}>
          <b>{hardness}</b>, saws {hardnessClass(wood.hardnessN)} · {density}
        </Typography>
        <Typography variant="body2" color="textSecondary">
          {origin}
        </Typography>
      </Box>
    </Box>
  );
}
