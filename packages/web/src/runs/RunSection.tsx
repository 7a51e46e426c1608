import { useEffect, useRef, type ReactNode } from 'react';
import { Box, Button, Typography } from '@mui/material';
import { useLocation } from 'react-router';
import { useRemembered } from '../fields/use-remembered';

interface RunSectionProps {
  /** Its address on the page, without the sign before it. */
  readonly id: string;
  readonly label: string;
  readonly title: ReactNode;
  /** Beside the title. */
  readonly aside?: ReactNode;
  readonly children: ReactNode;
}

/** A section of a run's page: it has an address, which opens it, and it folds; that it is folded is remembered. */
export function RunSection({ id, label, title, aside, children }: RunSectionProps) {
  const [folded, setFolded] = useRemembered(`folded-${id}`, 'no');
  const isFolded = folded === 'yes';
  const place = useRef<HTMLElement>(null);
  const { hash, key } = useLocation();
  const visited = useRef<string | null>(null);
  useEffect(() => {
    // Gone to once with each visit of the address: it may be folded there.
    if (hash !== `#${id}` || visited.current === key) return;
    visited.current = key;
    if (isFolded) setFolded('no');
    place.current?.scrollIntoView();
  }, [hash, key, id, isFolded, setFolded]);
  return (
    <Box component="section" id={id} ref={place} aria-label={label} sx={{ mt: 4, scrollMarginTop: 'var(--run-index)' }}>
      <Box sx={{ display: 'flex', alignItems: 'baseline', columnGap: 2, flexWrap: 'wrap' }}>
        <Typography variant="h2">
          <Button
            color="inherit"
            aria-expanded={!isFolded}
            onClick={() => setFolded(isFolded ? 'no' : 'yes')}
            sx={{ font: 'inherit', textAlign: 'left', mx: -1, px: 1, py: 0.5, minHeight: 44, gap: 1 }}
          >
            <Box component="span" aria-hidden sx={{ width: 14, rotate: isFolded ? '0deg' : '90deg' }}>
              ▸
            </Box>
            {title}
          </Button>
        </Typography>
        {aside}
      </Box>
      {!isFolded && children}
    </Box>
  );
}
