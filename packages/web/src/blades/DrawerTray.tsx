import { Box, Typography } from '@mui/material';
import { BLADE_SIZES, TOOTH_FORMS, typicalBlade, type Blade } from '@rapid-jig/core';
import { BladeSide } from '../drawing/BladePicture';
import { FIGURE } from '../theme/theme';
import { FORM_WORDS } from '../words/plan';

export interface TrayProps {
  readonly blades: readonly Blade[];
  readonly chosen: string | undefined;
  readonly onChoose: (id: string) => void;
  readonly onAdd: (blade: Blade) => void;
}

/** Sizes across, tooth forms down: a compartment for each; what is not usually sold can be put into an empty one. */
export function DrawerTray({ blades, chosen, onChoose, onAdd }: TrayProps) {
  const rows = [
    ...TOOTH_FORMS.map((form) => ({
      name: FORM_WORDS[form],
      form,
      ends: 'plain' as const,
      of: blades.filter((blade) => blade.form === form && blade.ends === 'plain'),
    })),
    // A row for each kind of teeth that is there with pinned ends; skip teeth are usually sold so.
    ...TOOTH_FORMS.flatMap((form) => {
      const of = blades.filter((blade) => blade.form === form && blade.ends === 'pinned');
      return of.length > 0 || form === 'skip'
        ? [{ name: `${FORM_WORDS[form]}, pinned ends`, form, ends: 'pinned' as const, of }]
        : [];
    }),
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
