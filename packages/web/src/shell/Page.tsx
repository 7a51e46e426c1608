import { Box } from '@mui/material';

/** The bench below the rail. */
export function Page({ children, wide = false }: { readonly children: React.ReactNode; readonly wide?: boolean }) {
  return (
    <Box component="main" sx={{ maxWidth: wide ? 1560 : 1180, mx: 'auto', px: { xs: 2, md: 3 }, pt: 2.5, pb: 8 }}>
      {children}
    </Box>
  );
}
