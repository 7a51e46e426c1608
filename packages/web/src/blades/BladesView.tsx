import { Alert, Box, Button, Typography } from '@mui/material';
import { Link, useSearchParams } from 'react-router';
import { inDrawerForm, toOrder, type Blade } from '@rapid-jig/core';
import { Caliper } from '../fields/Caliper';
import { useDrawer, useServices, useShop } from '../use-services';
import { Page } from '../shell/Page';
import { SaveBadge, SaveTrouble, useUndoKeys } from '../shell/SaveBadge';
import { FORM_WORDS } from '../words/plan';
import { AnotherKind } from './AnotherKind';
import { BitsSection } from './BitsSection';
import { BladeEditor } from './BladeEditor';
import { ComfortChart } from './ComfortChart';
import { DrawerTray, type TrayProps } from './DrawerTray';

/** The drawer of blades: each drawn as wide as it is, those at hand in full colour; one can be opened and changed. */
export function BladesView() {
  const { drawer: document } = useServices();
  const { blades } = useDrawer();
  const { saw } = useShop();
  const [search, setSearch] = useSearchParams();
  useUndoKeys(document);
  const chosen = blades.find(({ id }) => id === search.get('blade'));
  const choose = (id: string): void => setSearch({ blade: id }, { replace: true, preventScrollReset: true });
  const add = (blade: Blade): void => {
    document.edit((doc) => ({ blades: [...doc.blades.filter(({ id }) => id !== blade.id), inDrawerForm(blade)] }));
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
          {/* Above the tray: a row that comes would move it from under a second click. */}
          <AnotherKind blades={blades} onChoose={choose} onAdd={add} />
          <DrawerTray blades={blades} chosen={chosen?.id} onChoose={choose} onAdd={add} />
          <ComfortChart />
        </Box>
        {chosen && <BladeEditor key={chosen.id} blade={chosen} />}
      </Box>
      <BitsSection />
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
