import { useEffect, useRef, type ReactNode } from 'react';
import { Box, Button, Typography } from '@mui/material';
import { useLocation } from 'react-router';
import { create } from 'zustand';

const KEY = 'rapid-jig-run-folded';

/** Sections of a run's page that this browser keeps folded, by their ids. */
const useFolded = create<{ readonly ids: readonly string[] }>(() => ({
  ids: (localStorage.getItem(KEY) ?? '').split(' ').filter(Boolean),
}));

function fold(id: string, isFolded: boolean): void {
  const others = useFolded.getState().ids.filter((one) => one !== id);
  const ids = isFolded ? [...others, id] : others;
  localStorage.setItem(KEY, ids.join(' '));
  useFolded.setState({ ids });
}

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
  const isFolded = useFolded(({ ids }) => ids.includes(id));
  const place = useRef<HTMLElement>(null);
  const { hash, key } = useLocation();
  useEffect(() => {
    if (hash !== `#${id}`) return;
    fold(id, false);
    place.current?.scrollIntoView();
    // Gone to anew with each visit of the address.
  }, [hash, key, id]);
  return (
    <Box component="section" id={id} ref={place} aria-label={label} sx={{ mt: 4, scrollMarginTop: 'var(--run-index)' }}>
      <Box sx={{ display: 'flex', alignItems: 'baseline', columnGap: 2, flexWrap: 'wrap' }}>
        <Typography variant="h2">
          <Button
            color="inherit"
            aria-expanded={!isFolded}
            onClick={() => fold(id, !isFolded)}
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
