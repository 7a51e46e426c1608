import { Box, Dialog, DialogContent, DialogTitle } from '@mui/material';
import { LOCAL_KEYS, SHORTCUTS } from './shortcuts';

const KEYS = [...Object.values(SHORTCUTS).map(({ shown, does }) => [shown, does] as const), ...LOCAL_KEYS];

export function ShortcutSheet({ onClose }: { readonly onClose: () => void }) {
  return (
    <Dialog open onClose={onClose}>
      <DialogTitle variant="h2">Keys</DialogTitle>
      <DialogContent>
        <Box component="dl" sx={{ display: 'grid', gridTemplateColumns: 'auto 1fr', gap: 1, m: 0 }}>
          {KEYS.map(([key, what]) => (
            <Box key={what} sx={{ display: 'contents' }}>
              <Box
                component="dt"
                sx={{
                  fontWeight: 600,
                  border: 1,
                  borderColor: 'divider',
                  borderRadius: 1,
                  px: 1,
                  justifySelf: 'start',
                }}
              >
                {key}
              </Box>
              <Box component="dd" sx={{ m: 0 }}>
                {what}
              </Box>
            </Box>
          ))}
        </Box>
      </DialogContent>
    </Dialog>
  );
}
