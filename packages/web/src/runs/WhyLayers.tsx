import { Suspense, useState } from 'react';
import { Box, Button, Popover, Typography } from '@mui/material';
import { formatMinutes, formatMoney, type HeightCost, type PlannedStack } from '@rapid-jig/core';
import { useShop } from '../use-services';
import { later } from '../shell/code';
import { FIGURE } from '../theme/theme';
import { counted } from '../words/counted';
import { limitWords } from '../words/plan';

const HeightsChart = later(async () => (await import('./HeightsChart')).HeightsChart);

/** Why a stack is as high as it is: what limits it, and what each height costs. */
export function WhyLayers({ stack }: { readonly stack: PlannedStack }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const title = `Why ${counted(stack.layers.length, 'layer')}`;
  return (
    <>
      <Button
        size="small"
        variant="outlined"
        aria-haspopup="dialog"
        aria-label={title}
        onClick={(event) => setAnchor(event.currentTarget)}
        sx={{ ...FIGURE, py: 0, lineHeight: 1.7 }}
      >
        {counted(stack.layers.length, 'layer')}
      </Button>
      <Popover
        open={anchor !== null}
        anchorEl={anchor}
        onClose={() => setAnchor(null)}
        anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}
      >
        <Box role="dialog" aria-label={title} sx={{ p: 2, maxWidth: 440 }}>
          <Heights stack={stack} />
        </Box>
      </Popover>
    </>
  );
}

/** `takes 2 min, leaves 3 min to smooth and lose to what burns or wanders`; the second part was not always reckoned. */
const takesWords = ({ minutesPerLayer, qualityPerLayer }: HeightCost): string =>
  `takes ${formatMinutes(minutesPerLayer)}` +
  (qualityPerLayer > 0
    ? `, leaves ${formatMinutes(qualityPerLayer)} to smooth and to lose to what burns or wanders`
    : '');

function Heights({ stack }: { readonly stack: PlannedStack }) {
  const { currency } = useShop();
  const { layers, heights, limitedBy } = stack;
  const today = heights.find((height) => height.layers === layers.length);
  const higher = heights.find((height) => height.layers > layers.length);
  const [cheapest] = [...heights].sort((a, b) => a.costPerLayerMinor - b.costPerLayerMinor);
  return (
    <>
      <Typography>{limitWords(limitedBy)}</Typography>
      {today && (
        <Typography>
          In this stack a layer {takesWords(today)}, and costs{' '}
          <b>{formatMoney(Math.round(today.costPerLayerMinor), currency)}</b>.
          {higher && (
            <>
              {' '}
              In one of {higher.layers} it {takesWords(higher)}.
            </>
          )}
          {cheapest && cheapest !== today && (
            <>
              {' '}
              It would cost least, {formatMoney(Math.round(cheapest.costPerLayerMinor), currency)}, in stacks of{' '}
              {cheapest.layers}; how many are needed, and changes of blade, decide what is sawn.
            </>
          )}
        </Typography>
      )}
      {heights.length > 1 && (
        <Suspense fallback={<Box sx={{ height: 190 }} />}>
          <HeightsChart stack={stack} currency={currency} />
        </Suspense>
      )}
      <Typography variant="body2" color="textSecondary" sx={{ mt: 1 }}>
        All minutes by the value of your hour, the blades worn with their changes, and passes that are spoiled now and
        then, more often the higher the stack. A higher stack wants a larger blade, which leaves more to smooth. The
        factors stand under Shop.
      </Typography>
    </>
  );
}
