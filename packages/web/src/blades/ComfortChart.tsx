import { Box, Typography } from '@mui/material';
import { BLADE_SIZES, comfortHeight, type BladeSize, type HardnessClass } from '@rapid-jig/core';
import { Measure } from '../drawing/Measure';
import { FIGURE } from '../theme/theme';
import { DRAWN } from '../theme/drawn';

const CLASSES: readonly HardnessClass[] = ['soft', 'medium', 'hard'];
const CLASS_COLOUR: Readonly<Record<HardnessClass, string>> = DRAWN.hardness;
/** Pixels for a mm of height in the chart. */
const CHART_SCALE = 3.2;

/** What each size saws in comfort, as blocks of wood standing on one bench. */
export function ComfortChart() {
  return (
    <Box component="section" aria-label="Heights sawn in comfort" sx={{ mt: 4, minWidth: 620 }}>
      <Typography variant="h2">What each number saws in comfort</Typography>
      <Typography variant="body2" color="textSecondary">
        Height of wood, drawn to scale: light for soft, brown for medium, dark for hard wood. Common practice; up to
        half as much again goes slowly.
      </Typography>
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: `120px repeat(${String(BLADE_SIZES.length)}, 1fr)`,
          alignItems: 'end',
          borderBottom: 9,
          borderColor: 'shelf',
          mt: 2,
        }}
      >
        <span />
        {BLADE_SIZES.map((size) => (
          <ComfortBlocks key={size} size={size} />
        ))}
      </Box>
      <Box sx={{ display: 'grid', gridTemplateColumns: `120px repeat(${String(BLADE_SIZES.length)}, 1fr)` }}>
        <Typography variant="body2" color="textSecondary">
          soft / medium / hard
        </Typography>
        {BLADE_SIZES.map((size) => (
          <Typography key={size} variant="body2" align="center" sx={FIGURE}>
            <b>{size}</b>
            <br />
            {CLASSES.map((hardness, i) => (
              <span key={hardness}>
                {i > 0 ? ' / ' : ''}
                <Measure mm={comfortHeight(size, hardness)} />
              </span>
            ))}
          </Typography>
        ))}
      </Box>
    </Box>
  );
}

function ComfortBlocks({ size }: { readonly size: BladeSize }) {
  return (
    <Box sx={{ display: 'flex', alignItems: 'end', justifyContent: 'center', gap: '2px' }} aria-hidden>
      {CLASSES.map((hardness) => (
        <Box
          key={hardness}
          sx={{
            width: 20,
            height: comfortHeight(size, hardness) * CHART_SCALE,
            bgcolor: CLASS_COLOUR[hardness],
            border: 1,
            borderColor: 'edge',
          }}
        />
      ))}
    </Box>
  );
}
