import { Suspense, useMemo, useState } from 'react';
import { Box, Button, IconButton, Tooltip, useColorScheme } from '@mui/material';
import { IconMoon, IconSearch, IconSun } from '@tabler/icons-react';
import { NavLink, Outlet, ScrollRestoration, useNavigation } from 'react-router';
import { useServices, useUnit } from '../use-services';
import { FIGURE } from '../theme/theme';
import { later } from './code';
import { OutboxBadge } from './OutboxBadge';
import { SaidBar } from './SaidBar';
import { AwayBar } from './StateBars';
import { useShortcuts } from './shortcuts';

const SearchDialog = later(async () => (await import('./SearchDialog')).SearchDialog);
const ShortcutSheet = later(async () => (await import('./ShortcutSheet')).ShortcutSheet);

const PLACES = [
  { to: '/runs', name: 'Runs' },
  { to: '/templates', name: 'Templates' },
  { to: '/rack', name: 'Rack' },
  { to: '/blades', name: 'Blades' },
  { to: '/woods', name: 'Woods' },
  { to: '/shop', name: 'Shop' },
] as const;

/** Saw teeth along the lower edge of the rail. */
const TEETH = {
  content: '""',
  position: 'absolute',
  left: 0,
  right: 0,
  top: '100%',
  height: 7,
  bgcolor: 'rail',
  clipPath: `polygon(${Array.from({ length: 121 }, (_, i) => `${String((i / 120) * 100)}% ${i % 2 === 0 ? '0' : '100%'}`).join(',')})`,
} as const;

/** The rail over the bench: the places, finding, units, light. Views hang below it. */
export function Shell() {
  const [open, setOpen] = useState<'search' | 'keys' | null>(null);
  const { state } = useNavigation();
  useGlobalKeys(setOpen);
  return (
    <>
      <Box
        component="header"
        className="no-print"
        sx={{ position: 'sticky', top: 0, zIndex: 10, bgcolor: 'rail', color: 'railText', '&::after': TEETH }}
      >
        <Box
          sx={{
            display: 'flex',
            alignItems: 'center',
            gap: { xs: 0.5, sm: 2 },
            px: { xs: 1, md: 3 },
            height: 52,
            overflowX: 'auto',
          }}
        >
          <Box
            sx={{
              ...FIGURE,
              fontWeight: 800,
              fontSize: '1.15rem',
              whiteSpace: 'nowrap',
              mr: 1,
              display: { xs: 'none', sm: 'block' },
            }}
          >
            Rapid Jig
          </Box>
          <Box component="nav" aria-label="Places" sx={{ display: 'flex', gap: 0.5, flex: 1 }}>
            {PLACES.map(({ to, name }) => (
              <Place key={to} to={to} name={name} />
            ))}
          </Box>
          <RailTools onSearch={() => setOpen('search')} onKeys={() => setOpen('keys')} />
        </Box>
      </Box>
      <DemoNote />
      <AwayBar />
      {state === 'loading' && (
        <Box
          role="progressbar"
          aria-label="Fetching"
          sx={{ position: 'fixed', top: 0, left: 0, right: 0, height: 3, bgcolor: 'primary.main', zIndex: 11 }}
        />
      )}
      <Outlet />
      <ScrollRestoration />
      <SaidBar />
      <Suspense>
        {open === 'search' && <SearchDialog onClose={() => setOpen(null)} />}
        {open === 'keys' && <ShortcutSheet onClose={() => setOpen(null)} />}
      </Suspense>
    </>
  );
}

function Place({ to, name }: { readonly to: string; readonly name: string }) {
  return (
    <Box
      component={NavLink}
      to={to}
      sx={{
        color: 'inherit',
        textDecoration: 'none',
        px: 1.25,
        py: 0.75,
        borderRadius: 1,
        whiteSpace: 'nowrap',
        '@media (pointer: coarse)': { py: 1.5 },
        opacity: 0.85,
        '&.active': { opacity: 1, fontWeight: 600, boxShadow: 'inset 0 -3px 0 var(--rj-palette-shelf)' },
        '&:hover': { opacity: 1 },
      }}
    >
      {name}
    </Box>
  );
}

function RailTools({ onSearch, onKeys }: { readonly onSearch: () => void; readonly onKeys: () => void }) {
  const { viewing } = useServices();
  const { unit } = useUnit();
  const { mode, systemMode, setMode } = useColorScheme();
  const dark = (mode === 'system' ? systemMode : mode) === 'dark';
  const flip = (): void => viewing.setState(({ otherUnit }) => ({ otherUnit: !otherUnit }));
  return (
    <Box sx={{ display: 'flex', alignItems: 'center', '& button': { color: 'railText' } }}>
      <OutboxBadge />
      <Tooltip title="Show lengths in the other unit (U)">
        <Button size="small" onClick={flip} sx={{ minWidth: 44 }}>
          {unit === 'in' ? 'inch' : 'mm'}
        </Button>
      </Tooltip>
      <Tooltip title="Find (/)">
        <IconButton aria-label="Find" onClick={onSearch}>
          <IconSearch size={20} />
        </IconButton>
      </Tooltip>
      <Tooltip title={dark ? 'Light' : 'Dark'}>
        <IconButton aria-label={dark ? 'Light' : 'Dark'} onClick={() => setMode(dark ? 'light' : 'dark')}>
          {dark ? <IconSun size={20} /> : <IconMoon size={20} />}
        </IconButton>
      </Tooltip>
      <Tooltip title="Keys (?)">
        <Button size="small" aria-label="Keys" onClick={onKeys} sx={{ minWidth: 32 }}>
          ?
        </Button>
      </Tooltip>
    </Box>
  );
}

function DemoNote() {
  const { base } = useServices();
  if (base === '') return null;
  return (
    <Box className="no-print" sx={{ textAlign: 'center', pt: 1.25, fontSize: '0.85rem', color: 'text.secondary' }}>
      This is the demo shop; all of it is made up. Your own shop is never touched from here.
    </Box>
  );
}

function useGlobalKeys(open: (what: 'search' | 'keys') => void): void {
  const { viewing } = useServices();
  const actions = useMemo(
    () => ({
      find: () => open('search'),
      keys: () => open('keys'),
      unit: () => viewing.setState(({ otherUnit }) => ({ otherUnit: !otherUnit })),
    }),
    [open, viewing],
  );
  useShortcuts(actions);
}
