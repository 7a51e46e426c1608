import { Box, Button, Typography } from '@mui/material';
import { Link } from 'react-router';

/** Where there is nothing yet: the first thing to do, and the demo to look at. */
export function EmptyStart({ words, demo }: { readonly words: string; readonly demo: boolean }) {
  return (
    <Box component="main" sx={{ textAlign: 'center', py: 8 }}>
      <Typography component="h1" variant="h2">
        {words}
      </Typography>
      <Box sx={{ mt: 2, display: 'flex', gap: 2, justifyContent: 'center' }}>
        <Button component={Link} to="/templates" variant="contained">
          Bring a drawing
        </Button>
        {demo && (
          <Button href="/demo/" variant="outlined">
            Look at the demo shop
          </Button>
        )}
      </Box>
    </Box>
  );
}
