import { Box, Typography } from '@mui/material';

/** Shown while a view is fetched; only after a moment, so that quick answers do not flicker. */
export function Loading() {
  return (
    <Box
      role="status"
      sx={{
        p: 6,
        textAlign: 'center',
        opacity: 0,
        animation: 'rj-appear 0.2s 0.3s forwards',
        '@keyframes rj-appear': { to: { opacity: 1 } },
      }}
    >
      <Typography color="textSecondary">Fetching …</Typography>
    </Box>
  );
}
