import { memo } from 'react';
import { Box, Typography } from '@mui/material';
import {
  factorsInForce,
  formatMinutes,
  otherPatternWays,
  totalMinutes,
  type Minutes,
  type Plan,
} from '@rapid-jig/core';
import { Link } from 'react-router';
import { FIGURE } from '../theme/theme';
import { priceWords } from '../words/prices';
import { useRunPrices } from './beside-plan';
import { RunSection } from './RunSection';
import { useShop } from '../use-services';
import { PATTERN_WORDS, patternNotes } from '../words/plan';
import { DRAWN } from '../theme/drawn';

const KINDS = [
  ['pattern', 'Pattern and holding'],
  ['drilling', 'Drilling'],
  ['threading', 'Threading'],
  ['cutting', 'Cutting'],
  ['corners', 'Corners'],
  ['changing', 'Changing blades'],
  ['gluing', 'Gluing up'],
] as const satisfies readonly (readonly [keyof Minutes, string])[];

/** Shades of planed wood, light to dark, one for each kind of minute. */
const SHADES = DRAWN.shades;

/** Where the minutes at the saw go. */
export const MinutesSection = memo(function MinutesSection({ plan }: { readonly plan: Plan }) {
  const total = totalMinutes(plan.minutes);
  if (total === 0) return null;
  return (
    <RunSection id="minutes" label="Minutes" title={`${formatMinutes(total)} at the saw`}>
      <Box sx={{ display: 'flex', height: 30, border: 1, borderColor: 'edge', mt: 1 }} aria-hidden>
        {KINDS.map(([kind], i) => (
          <Box key={kind} sx={{ width: `${String((plan.minutes[kind] / total) * 100)}%`, bgcolor: SHADES[i] }} />
        ))}
      </Box>
      <Box component="dl" sx={{ display: 'flex', flexWrap: 'wrap', gap: 2.5, m: 0, mt: 1 }}>
        {KINDS.map(
          ([kind, name], i) =>
            plan.minutes[kind] > 0 && (
              <Box key={kind}>
                <Typography
                  component="dt"
                  variant="body2"
                  color="textSecondary"
                  sx={{ display: 'flex', gap: 0.75, alignItems: 'center' }}
                >
                  <Box sx={{ width: 11, height: 11, bgcolor: SHADES[i], border: 1, borderColor: 'edge' }} /> {name}
                </Typography>
                <Typography component="dd" sx={{ m: 0, ...FIGURE, fontWeight: 600 }}>
                  {formatMinutes(plan.minutes[kind])}
                </Typography>
              </Box>
            ),
        )}
      </Box>
      <PatternWays plan={plan} />
      <OtherSchool />
      <Typography variant="body2" color="textSecondary" sx={{ mt: 1 }}>
        Our estimate; your log will correct it. Every figure behind it stands under <Link to="/shop#factors">Shop</Link>{' '}
        and can be changed.
      </Typography>
    </RunSection>
  );
});

const SCHOOL_WORDS = {
  'inside-first': 'Outline first, then split',
  'outline-first': 'Inside cuts, then the outline',
} as const;

/** What the other order of cuts would cost. */
function OtherSchool() {
  const shop = useShop();
  const other = useRunPrices()?.otherSchool;
  if (!other) return null;
  return (
    <Typography variant="body2" sx={{ mt: 1 }}>
      {SCHOOL_WORDS[shop.cutOrder]}: that order {priceWords(other)} in this run. Choose it under{' '}
      <Link to="/shop#habits">Shop</Link>.
    </Typography>
  );
}

/** A way saves too little to be told below this, minutes. */
const WORTH_TELLING = 2;

/** How patterns are put on, and which other way would save most. */
function PatternWays({ plan }: { readonly plan: Plan }) {
  const shop = useShop();
  const [best] = otherPatternWays(plan.stacks, shop.pattern, factorsInForce(shop.factors));
  return (
    <Typography variant="body2" sx={{ mt: 1 }}>
      Patterns: {PATTERN_WORDS[shop.pattern].toLowerCase()}.
      {best && best.savedMinutes >= WORTH_TELLING && (
        <>
          {' '}
          {PATTERN_WORDS[best.method]} would save {formatMinutes(best.savedMinutes)} in this run.{' '}
          {patternNotes(best.method)} Choose it under <Link to="/shop#habits">Shop</Link>.
        </>
      )}
    </Typography>
  );
}
