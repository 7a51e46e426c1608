import { useState } from 'react';
import { Box, Button, Popover, Typography } from '@mui/material';
import { formatFine, hintsForCut, type Blade, type PlannedCut, type PlannedStack } from '@rapid-jig/core';
import { KerfPicture } from '../drawing/BladePicture';
import { useShop, useUnit } from '../use-services';
import { FIGURE } from '../theme/theme';
import { hintWords } from '../words/hints';
import { FIGURE_SOURCE_WORDS, FORM_WORDS, reasonWords, SOURCE_WORDS } from '../words/plan';
import { BladesBeside } from './BladesBeside';

/** A blade of a stack; opened, why it is this one, with the rule, the figures and where they come from. */
export function WhyBlade({ blade, stack }: { readonly blade: Blade; readonly stack: PlannedStack }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  return (
    <>
      <Button
        size="small"
        variant="outlined"
        aria-haspopup="dialog"
        onClick={(event) => setAnchor(event.currentTarget)}
        sx={{ ...FIGURE, py: 0, lineHeight: 1.7 }}
      >
        No. {blade.size} {FORM_WORDS[blade.form].replace(' teeth', '')}
      </Button>
      <Popover
        open={anchor !== null}
        anchorEl={anchor}
        onClose={() => setAnchor(null)}
        anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}
      >
        <Box role="dialog" aria-label={`Why number ${blade.size}`} sx={{ p: 2, maxWidth: 470 }}>
          <Reasons blade={blade} stack={stack} />
        </Box>
      </Popover>
    </>
  );
}

function Reasons({ blade, stack }: { readonly blade: Blade; readonly stack: PlannedStack }) {
  const { unit } = useUnit();
  const shop = useShop();
  const placed = stack.phases
    .flatMap((phase) => phase.cuts.map((cut) => ({ phase, cut })))
    .filter(({ cut }) => cut.choice.blade.id === blade.id);
  const cuts = placed.map(({ cut }) => cut);
  // Cuts with the same reasons to the letter are told once.
  const groups = new Map<string, typeof cuts>();
  for (const cut of cuts) {
    const key = JSON.stringify(cut.choice.reasons);
    groups.set(key, [...(groups.get(key) ?? []), cut]);
  }
  const tightest = Math.min(...cuts.map(({ measure }) => measure.tightest?.radius ?? Infinity));
  const told = [...groups.values()].slice(0, 2);
  // The cut that asks most of a blade stands for the others.
  const hardest = placed.find(({ cut }) => (cut.measure.tightest?.radius ?? Infinity) === tightest);
  return (
    <>
      <Box sx={{ display: 'flex', gap: 2, mb: 1 }}>
        <KerfPicture blade={blade} radius={Number.isFinite(tightest) ? tightest : null} />
        <Typography variant="body2">
          <b>
            Number {blade.size}, {FORM_WORDS[blade.form]}
          </b>
          <br />
          {formatFine(blade.widthMm, unit)} × {formatFine(blade.thicknessMm, unit)} in a kerf of{' '}
          {formatFine(blade.kerfMm, unit)}, {blade.teethPerInch} teeth to the inch (
          {FIGURE_SOURCE_WORDS[blade.sources.kerfMm]})
        </Typography>
      </Box>
      {told.map((group, i) => (
        <Box key={i} sx={{ mt: 1 }}>
          <Typography variant="h3">{cutsWords(group)}</Typography>
          <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
            {group[0]?.choice.reasons.map((reason, k) => (
              <li key={k}>
                {reasonWords(reason, unit)}{' '}
                <Typography component="span" variant="body2" color="textSecondary">
                  ({SOURCE_WORDS[reason.source]})
                </Typography>
              </li>
            ))}
          </Box>
        </Box>
      ))}
      {groups.size > told.length && (
        <Typography variant="body2" color="textSecondary" sx={{ mt: 1 }}>
          {groups.size - told.length} more of its cuts differ only in their figures.
        </Typography>
      )}
      {hardest && (
        <>
          <BladesBeside stack={stack} phase={hardest.phase} cut={hardest.cut} />
          <Typography variant="h3" sx={{ mt: 1.5 }}>
            How to saw it
          </Typography>
          <Box component="ul" aria-label="How to saw it" sx={{ m: 0, pl: 2.5 }}>
            {hintsForCut(hardest.cut, hardest.phase, stack, shop).map((hint) => (
              <li key={hint.rule}>{hintWords(hint, unit)}</li>
            ))}
          </Box>
        </>
      )}
      <Typography variant="body2" color="textSecondary" sx={{ mt: 1.5 }}>
        Another thickness, fewer layers, other blades in the drawer or the other habit under Shop would change this.
      </Typography>
    </>
  );
}

function cutsWords(cuts: readonly PlannedCut[]): string {
  const inside = cuts.filter(({ kind }) => kind === 'inside').length;
  const outside = cuts.length - inside;
  return [
    inside > 0 ? `${String(inside)} inside ${inside === 1 ? 'cut' : 'cuts'}` : '',
    outside > 0 ? `${outside > 1 ? `${String(outside)} outlines` : 'the outline'}` : '',
  ]
    .filter(Boolean)
    .join(' and ')
    .replace(/^./, (letter) => letter.toUpperCase());
}
