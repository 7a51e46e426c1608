import { Box, Typography } from '@mui/material';
import type { SetCount } from '@rapid-jig/core';
import { OnceButton } from '../fields/OnceButton';
import { useOpenRun } from '../runs/RunRoute';
import { FIGURE } from '../theme/theme';
import { counted } from '../words/counted';

/** More parts than these are a number. */
const MOST_NAMED = 4;

/** Complete copies of each product: assembled, ready to be, and what holds the next one back. */
export function SetsList({ sets }: { readonly sets: readonly SetCount[] }) {
  return (
    <Box component="section" aria-label="Complete copies" sx={{ mt: 2 }}>
      <Typography variant="h2">Complete copies</Typography>
      <Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(auto-fill, minmax(290px, 1fr))', gap: 2, mt: 1 }}>
        {sets.map((set) => (
          <SetCard key={`${set.templateId} ${set.variantId ?? ''}`} set={set} />
        ))}
      </Box>
    </Box>
  );
}

function SetCard({ set }: { readonly set: SetCount }) {
  const { session } = useOpenRun();
  const { templateId, templateName, variantId, variantName, wanted, assembled, ready, heldBackBy } = set;
  const name = variantName === null ? templateName : `${templateName}: ${variantName}`;
  const more = Math.max(0, Math.min(ready, wanted - assembled));
  const assemble = (copies: number): void =>
    session.record([{ kind: 'sets-assembled', templateId, variantId, copies }]);
  const share = (count: number): string => `${String(wanted === 0 ? 0 : Math.min(100, (100 * count) / wanted))}%`;
  return (
    <Box
      component="article"
      aria-label={name}
      sx={{ border: 1, borderColor: 'divider', bgcolor: 'background.paper', p: 1.5 }}
    >
      <Typography variant="h3">{name}</Typography>
      <Typography sx={FIGURE}>
        <b>{assembled}</b> of {wanted} assembled, <b>{ready}</b> ready to be
      </Typography>
      <Box aria-hidden sx={{ display: 'flex', height: 14, border: 1, borderColor: 'edge', my: 1 }}>
        <Box sx={{ width: share(assembled), bgcolor: 'primary.main' }} />
        <Box sx={{ width: share(more), bgcolor: 'shelf' }} />
      </Box>
      {heldBackBy.length > 0 && (
        <Typography variant="body2" color="textSecondary">
          The next one waits for{' '}
          {heldBackBy
            .slice(0, MOST_NAMED)
            .map(({ name: part, missing }) => `${String(missing)} × ${part}`)
            .join(', ')}
          {heldBackBy.length > MOST_NAMED && ` and ${counted(heldBackBy.length - MOST_NAMED, 'part')} more`}.
        </Typography>
      )}
      {more > 0 && (
        <Box sx={{ display: 'flex', gap: 1 }}>
          <OnceButton size="small" variant="outlined" onClick={() => assemble(1)}>
            One assembled
          </OnceButton>
          {more > 1 && (
            <OnceButton size="small" onClick={() => assemble(more)}>
              All {counted(more, 'copy', 'copies')}
            </OnceButton>
          )}
        </Box>
      )}
    </Box>
  );
}
