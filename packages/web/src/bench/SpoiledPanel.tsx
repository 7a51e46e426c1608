import { useState } from 'react';
import { Box, Dialog, DialogContent, DialogTitle, Typography } from '@mui/material';
import { SPOIL_REASONS } from '@rapid-jig/core';
import { layerName } from '../words/stacks';
import { SPOIL_WORDS } from '../words/bench';
import { Tap } from './Tap';
import type { Bench } from './use-bench';

/** Which layer came to nothing, and why: two taps. */
export function SpoiledPanel({ bench, onClose }: { readonly bench: Bench; readonly onClose: () => void }) {
  const { stack } = bench;
  const single = stack?.layers.length === 1 ? (stack.layers[0]?.id ?? null) : undefined;
  const [layer, setLayer] = useState<string | null | undefined>(single);
  if (!stack) return null;
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="md">
      <DialogTitle sx={{ fontSize: '1.6rem' }}>{layer === undefined ? 'Which layer?' : 'Why?'}</DialogTitle>
      <DialogContent>
        {layer === undefined ? (
          <Box role="group" aria-label="Which layer" sx={{ display: 'grid', gap: 1, gridTemplateColumns: '1fr 1fr' }}>
            {stack.layers.map(({ id }, i) => (
              <Tap key={id} onClick={() => setLayer(id)}>
                {i + 1}. {layerName(id, stack)}
              </Tap>
            ))}
            <Tap danger onClick={() => setLayer(null)}>
              All of them
            </Tap>
          </Box>
        ) : (
          <Box role="group" aria-label="Why" sx={{ display: 'grid', gap: 1, gridTemplateColumns: '1fr 1fr' }}>
            {SPOIL_REASONS.map((reason) => (
              <Tap
                key={reason}
                onClick={() => {
                  bench.spoil(layer, reason);
                  onClose();
                }}
              >
                {SPOIL_WORDS[reason]}
              </Tap>
            ))}
          </Box>
        )}
        <Typography color="textSecondary" sx={{ mt: 2 }}>
          Spares go first; what they do not cover is planned again at once. What is done stays as it is.
        </Typography>
      </DialogContent>
    </Dialog>
  );
}
