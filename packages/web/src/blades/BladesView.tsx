import { Box, FormControlLabel, Switch, Typography } from '@mui/material';
import { useSearchParams } from 'react-router';
import {
  BLADE_SIZES,
  comfortHeight,
  TOOTH_FORMS,
  turningRadius,
  type Blade,
  type BladeSize,
  type HardnessClass,
} from '@rapid-jig/core';
import { BladeSide, KerfPicture } from '../drawing/BladePicture';
import { CountField } from '../fields/CountField';
import { DecimalField } from '../fields/DecimalField';
import { Measure } from '../fields/Measure';
import { useDrawer, useServices, useShop } from '../services';
import { Page } from '../shell/Page';
import { SaveBadge, SaveTrouble, useUndoKeys } from '../shell/SaveBadge';
import { fieldDifferences } from '../documents/differences';
import { FIGURE } from '../theme/theme';
import { FORM_WORDS } from '../words/plan';

/** The drawer of blades: each drawn as wide as it is, those at hand in full colour; one can be opened and changed. */
export function BladesView() {
  const { drawer: document } = useServices();
  const { blades } = useDrawer();
  const { saw } = useShop();
  const [search, setSearch] = useSearchParams();
  useUndoKeys(document);
  const chosen = blades.find(({ id }) => id === search.get('blade'));
  return (
    <Page wide>
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 2 }}>
        <Typography variant="h1">Blades</Typography>
        <SaveBadge document={document} />
      </Box>
      <SaveTrouble document={document} differences={fieldDifferences} />
      <Typography color="textSecondary" sx={{ maxWidth: 760 }}>
        The plan uses only blades that are in your drawer
        {saw.ends === 'pinned' ? ' and have pinned ends, as your saw takes' : ''}. Figures are typical; check your
        packet.
      </Typography>
      <Box sx={{ display: 'flex', gap: 3, alignItems: 'start', flexDirection: { xs: 'column', md: 'row' }, mt: 2 }}>
        <Box sx={{ flex: 1, minWidth: 0, overflowX: 'auto', width: '100%' }}>
          <DrawerTray
            blades={blades}
            chosen={chosen?.id}
            onChoose={(id) => setSearch({ blade: id }, { replace: true, preventScrollReset: true })}
          />
          <ComfortChart />
        </Box>
        {chosen && <BladeEditor key={chosen.id} blade={chosen} />}
      </Box>
    </Page>
  );
}

interface TrayProps {
  readonly blades: readonly Blade[];
  readonly chosen: string | undefined;
  readonly onChoose: (id: string) => void;
}

/** Sizes across, tooth forms down: a compartment for each blade that is sold. */
function DrawerTray({ blades, chosen, onChoose }: TrayProps) {
  const rows = [
    ...TOOTH_FORMS.map((form) => ({
      name: FORM_WORDS[form],
      of: blades.filter((blade) => blade.form === form && blade.ends === 'plain'),
    })),
    { name: 'skip teeth, pinned ends', of: blades.filter((blade) => blade.ends === 'pinned') },
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
      {rows.map(({ name, of }) => (
        <Box key={name} sx={{ display: 'contents' }}>
          <Typography variant="body2" sx={{ p: 1, alignSelf: 'center' }}>
            {name}
          </Typography>
          {BLADE_SIZES.map((size) => (
            <Compartment
              key={size}
              blade={of.find((blade) => blade.size === size)}
              chosen={chosen}
              onChoose={onChoose}
            />
          ))}
        </Box>
      ))}
    </Box>
  );
}

function Compartment({
  blade,
  chosen,
  onChoose,
}: {
  readonly blade: Blade | undefined;
  readonly chosen: string | undefined;
  readonly onChoose: (id: string) => void;
}) {
  if (!blade) return <Box sx={{ border: 1, borderColor: 'divider' }} />;
  return (
    <Box
      component="button"
      aria-pressed={blade.id === chosen}
      aria-label={`Number ${blade.size}, ${FORM_WORDS[blade.form]}, ${blade.inDrawer ? 'in the drawer' : 'not in the drawer'}`}
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
        {blade.inDrawer ? blade.onHand : null}
      </Typography>
    </Box>
  );
}

function BladeEditor({ blade }: { readonly blade: Blade }) {
  const { drawer: document } = useServices();
  const change = (changes: Partial<Blade>): void => {
    document.edit(
      (drawer) => ({ blades: drawer.blades.map((one) => (one.id === blade.id ? { ...one, ...changes } : one)) }),
      `${blade.id} ${Object.keys(changes).join()}`,
    );
  };
  const radius = turningRadius(blade);
  return (
    <Box
      component="section"
      aria-label={`Number ${blade.size}, ${FORM_WORDS[blade.form]}`}
      sx={{
        width: { xs: '100%', md: 320 },
        flex: 'none',
        position: 'sticky',
        top: 72,
        bgcolor: 'background.paper',
        border: 1,
        borderColor: 'divider',
        borderRadius: 1,
        p: 2,
        display: 'flex',
        flexDirection: 'column',
        gap: 1.5,
      }}
    >
      <Typography variant="h2">
        Number {blade.size}, {FORM_WORDS[blade.form]}
      </Typography>
      <KerfPicture blade={blade} radius={Number.isFinite(radius) ? radius : null} />
      <Typography variant="body2" color="textSecondary">
        {Number.isFinite(radius) ? (
          <>
            Steers smoothly down to a radius of <Measure mm={radius} />; tighter is pivoted.
          </>
        ) : (
          'Its kerf is no wider than its body: it would bind. Check the figures.'
        )}
      </Typography>
      <FormControlLabel
        control={<Switch checked={blade.inDrawer} onChange={(_event, inDrawer) => change({ inDrawer })} />}
        label="In my drawer"
      />
      <FormControlLabel
        control={
          <Switch checked={blade.onHand !== null} onChange={(_event, on) => change({ onHand: on ? 12 : null })} />
        }
        label="Counted"
      />
      {blade.onHand !== null && (
        <CountField label="Blades left" value={blade.onHand} onChange={(onHand) => change({ onHand })} />
      )}
      <DecimalField
        label="Width, front to back (mm)"
        value={blade.widthMm}
        least={0.1}
        most={10}
        width={286}
        onChange={(widthMm) => change({ widthMm })}
      />
      <DecimalField
        label="Thickness (mm)"
        value={blade.thicknessMm}
        least={0.05}
        most={5}
        width={286}
        onChange={(thicknessMm) => change({ thicknessMm })}
      />
      <DecimalField
        label="Kerf (mm)"
        value={blade.kerfMm}
        least={0.05}
        most={5}
        width={286}
        onChange={(kerfMm) => change({ kerfMm })}
      />
      <DecimalField
        label="Teeth to the inch"
        value={blade.teethPerInch}
        least={1}
        most={100}
        width={286}
        onChange={(teethPerInch) => change({ teethPerInch })}
      />
    </Box>
  );
}

const CLASSES: readonly HardnessClass[] = ['soft', 'medium', 'hard'];
const CLASS_COLOUR: Readonly<Record<HardnessClass, string>> = { soft: '#ecd3a1', medium: '#bd8550', hard: '#6f4d38' };
/** Pixels for a mm of height in the chart. */
const CHART_SCALE = 3.2;

/** What each size saws in comfort, as blocks of wood standing on one bench. */
function ComfortChart() {
  return (
    <Box component="section" aria-label="Heights sawn in comfort" sx={{ mt: 4, minWidth: 620 }}>
      <Typography variant="h2">What each number saws in comfort</Typography>
      <Typography variant="body2" color="textSecondary">
        Height of wood, drawn to scale: light for soft, brown for medium, dark for hard wood. Common practice; up to
        half as much again goes slowly.
      </Typography>
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: `120px repeat(${String(BLADE_SIZES.length)}, 1fr)`,
          alignItems: 'end',
          borderBottom: 9,
          borderColor: 'shelf',
          mt: 2,
        }}
      >
        <span />
        {BLADE_SIZES.map((size) => (
          <ComfortBlocks key={size} size={size} />
        ))}
      </Box>
      <Box sx={{ display: 'grid', gridTemplateColumns: `120px repeat(${String(BLADE_SIZES.length)}, 1fr)` }}>
        <Typography variant="body2" color="textSecondary">
          soft / medium / hard
        </Typography>
        {BLADE_SIZES.map((size) => (
          <Typography key={size} variant="body2" align="center" sx={FIGURE}>
            <b>{size}</b>
            <br />
            {CLASSES.map((hardness, i) => (
              <span key={hardness}>
                {i > 0 ? ' / ' : ''}
                <Measure mm={comfortHeight(size, hardness)} />
              </span>
            ))}
          </Typography>
        ))}
      </Box>
    </Box>
  );
}

function ComfortBlocks({ size }: { readonly size: BladeSize }) {
  return (
    <Box sx={{ display: 'flex', alignItems: 'end', justifyContent: 'center', gap: '2px' }} aria-hidden>
      {CLASSES.map((hardness) => (
        <Box
          key={hardness}
          sx={{
            width: 20,
            height: comfortHeight(size, hardness) * CHART_SCALE,
            bgcolor: CLASS_COLOUR[hardness],
            border: 1,
            borderColor: 'edge',
          }}
        />
      ))}
    </Box>
  );
}
