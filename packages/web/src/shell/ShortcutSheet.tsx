import { Box, Dialog, DialogContent, DialogTitle } from '@mui/material';

const KEYS = [
  ['/', 'find a template, a run, a wood or a blade'],
  ['U', 'show lengths in the other unit'],
  ['Ctrl Z', 'take back the last change'],
  ['Ctrl Shift Z', 'do it again'],
  ['Space', 'on a pass: mark it sawn, or take that back'],
  ['?', 'this sheet'],
] as const;

export function ShortcutSheet({ onClose }: { readonly onClose: () => void }) {
  return (
    <Dialog open onClose={onClose}>
      <DialogTitle variant="h2">Keys</DialogTitle>
      <DialogContent>
        <Box component="dl" sx={{ display: 'grid', gridTemplateColumns: 'auto 1fr', gap: 1, m: 0 }}>
          {KEYS.map(([key, what]) => (
            <Box key={key} sx={{ display: 'contents' }}>
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
