import { useEffect, useRef } from 'react';
import { Box } from '@mui/material';
import { visuallyHidden } from '@mui/utils';
import { useLocation } from 'react-router';

interface PageProps {
  /** What the tab of the browser is called. */
  readonly title: string;
  readonly wide?: boolean;
  /** Where no heading of the page is seen as one: its title is, for a reading voice. */
  readonly hiddenHeading?: boolean;
  readonly children: React.ReactNode;
}

/** The bench below the rail. Gone to, it has the focus, so that keys and a reading voice begin there. */
export function Page({ title, children, wide = false, hiddenHeading = false }: PageProps) {
  const main = useRef<HTMLElement>(null);
  const { pathname } = useLocation();
  useEffect(() => {
    // A field that asks for the focus itself keeps it.
    if (!main.current?.contains(document.activeElement)) main.current?.focus({ preventScroll: true });
  }, [pathname]);
  return (
    <Box
      component="main"
      ref={main}
      tabIndex={-1}
      sx={{ maxWidth: wide ? 1560 : 1180, mx: 'auto', px: { xs: 2, md: 3 }, pt: 2.5, pb: 8, outline: 'none' }}
    >
      <title>{`${title} · Rapid Jig`}</title>
      {hiddenHeading && <h1 style={visuallyHidden}>{title}</h1>}
      {children}
    </Box>
  );
}
