import { Alert, Box, Button, Typography } from '@mui/material';
import { Link, useSearchParams } from 'react-router';
import { BLADE_SIZES, TOOTH_FORMS, toOrder, typicalBlade, type Blade } from '@rapid-jig/core';
import { BladeSide } from '../drawing/BladePicture';
import { Caliper } from '../fields/Caliper';
import { useDrawer, useServices, useShop } from '../services';
import { Page } from '../shell/Page';
import { SaveBadge, SaveTrouble, useUndoKeys } from '../shell/SaveBadge';
import { FIGURE } from '../theme/theme';
import { FORM_WORDS } from '../words/plan';
import { BladeEditor } from './BladeEditor';
import { ComfortChart } from './ComfortChart';

/** The drawer of blades: each drawn as wide as it is, those at hand in full colour; one can be opened and changed. */
export function BladesView() {
  const { drawer: document } = useServices();
  const { blades } = useDrawer();
  const { saw } = useShop();
  const [search, setSearch] = useSearchParams();
  useUndoKeys(document);
  const chosen = blades.find(({ id }) => id === search.get('blade'));
  const choose = (id: string): void => setSearch({ blade: id }, { replace: true, preventScrollReset: true });
  const add = ({ inSaw: _never, ...blade }: Blade): void => {
    document.edit((doc) => ({ blades: [...doc.blades.filter(({ id }) => id !== blade.id), blade] }));
    choose(blade.id);
  };
  return (
    <Page wide title="Blades">
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 2 }}>
        <Typography variant="h1">Blades</Typography>
        <SaveBadge document={document} />
        <Button component={Link} to="chart" variant="outlined" sx={{ ml: 'auto' }}>
          Chart of woods and thicknesses
        </Button>
      </Box>
      <SaveTrouble document={document} />
      <Typography color="textSecondary" sx={{ maxWidth: 760 }}>
        The plan uses only blades that are in your drawer
        {saw.ends === 'pinned' ? ' and have pinned ends, as your saw takes' : ''}. Figures are typical; check your
        packet.
      </Typography>
      <ToOrder blades={blades} onChoose={choose} />
      <Box sx={{ display: 'flex', gap: 3, alignItems: 'start', flexDirection: { xs: 'column', md: 'row' }, mt: 2 }}>
        <Box sx={{ flex: 1, minWidth: 0, overflowX: 'auto', width: '100%' }}>
          <DrawerTray blades={blades} chosen={chosen?.id} onChoose={choose} onAdd={add} />
          <ComfortChart />
        </Box>
        {chosen && <BladeEditor key={chosen.id} blade={chosen} />}
      </Box>
      <Caliper />
    </Page>
  );
}

/** Kinds of which so few are left that more should be ordered. */
function ToOrder({ blades, onChoose }: Pick<TrayProps, 'blades' | 'onChoose'>) {
  const few = toOrder(blades);
  if (few.length === 0) return null;
  return (
    <Alert severity="warning" sx={{ mt: 1, maxWidth: 760 }}>
      To order:{' '}
      {few.map((blade) => (
        <Button key={blade.id} size="small" color="inherit" onClick={() => onChoose(blade.id)}>
          number {blade.size}, {FORM_WORDS[blade.form]}: {blade.onHand} left
        </Button>
      ))}
    </Alert>
  );
}

interface TrayProps {
  readonly blades: readonly Blade[];
  readonly chosen: string | undefined;
  readonly onChoose: (id: string) => void;
  readonly onAdd: (blade: Blade) => void;
}

/** Sizes across, tooth forms down: a compartment for each; what is not usually sold can be put into an empty one. */
function DrawerTray({ blades, chosen, onChoose, onAdd }: TrayProps) {
  const rows = [
    ...TOOTH_FORMS.map((form) => ({
      name: FORM_WORDS[form],
      form,
      ends: 'plain' as const,
      of: blades.filter((blade) => blade.form === form && blade.ends === 'plain'),
    })),
    {
      name: 'skip teeth, pinned ends',
      form: 'skip' as const,
      ends: 'pinned' as const,
      of: blades.filter((blade) => blade.ends === 'pinned'),
    },
  ];
  return (
    <Box
      role="group"
      aria-label="The drawer"
      sx={{
        display: 'grid',
        gridTemplateColumns: `120px repeat(${String(BLADE_SIZES.length)}, minmax(64px, 1fr))`,
        border: 6,
        borderColor: 'shelf',
        bgcolor: 'sheet',
        minWidth: 620,
      }}
    >
      <span />
      {BLADE_SIZES.map((size) => (
        <Typography key={size} align="center" sx={{ ...FIGURE, fontWeight: 700 }}>
          {size}
        </Typography>
      ))}
      {rows.map(({ name, form, ends, of }) => (
        <Box key={name} sx={{ display: 'contents' }}>
          <Typography variant="body2" sx={{ p: 1, alignSelf: 'center' }}>
            {name}
          </Typography>
          {BLADE_SIZES.map((size) => (
            <Compartment
              key={size}
              name={`Number ${size}, ${name}`}
              blade={of.find((blade) => blade.size === size)}
              chosen={chosen}
              onChoose={onChoose}
              onAdd={() => onAdd({ ...typicalBlade(size, form, ends), inDrawer: true })}
            />
          ))}
        </Box>
      ))}
    </Box>
  );
}

interface CompartmentProps {
  readonly name: string;
  readonly blade: Blade | undefined;
  readonly chosen: string | undefined;
  readonly onChoose: (id: string) => void;
  readonly onAdd: () => void;
}

function Compartment({ name, blade, chosen, onChoose, onAdd }: CompartmentProps) {
  if (!blade)
    return (
      <Box
        component="button"
        aria-label={`${name}: put one in`}
        onClick={onAdd}
        sx={{
          border: 1,
          borderColor: 'divider',
          bgcolor: 'transparent',
          color: 'transparent',
          cursor: 'pointer',
          font: 'inherit',
          '&:hover, &:focus-visible': { color: 'text.secondary' },
          '@media (hover: none)': { color: 'text.secondary' },
        }}
      >
        +
      </Box>
    );
  return (
    <Box
      component="button"
      aria-pressed={blade.id === chosen}
      aria-label={`${name}, ${blade.inDrawer ? 'in the drawer' : 'not in the drawer'}`}
      onClick={() => onChoose(blade.id)}
      sx={{
        border: 1,
        borderColor: 'divider',
        outline: blade.id === chosen ? '3px solid var(--rj-palette-primary-main)' : 'none',
        outlineOffset: -3,
        bgcolor: 'transparent',
        color: 'inherit',
        font: 'inherit',
        cursor: 'pointer',
        display: 'flex',
        flexDirection: 'column',
        alignItems: 'center',
        justifyContent: 'center',
        height: 84,
      }}
    >
      <Box sx={{ opacity: blade.inDrawer ? 1 : 0.22 }}>
        <BladeSide blade={blade} length={58} />
      </Box>
      <Typography variant="body2" sx={{ ...FIGURE, lineHeight: 1.2, color: 'text.secondary' }}>
        {[blade.inDrawer ? blade.onHand : null, blade.inSaw ? 'in the saw' : null]
          .filter((one) => one !== null)
          .join(', ')}
      </Typography>
    </Box>
  );
}
