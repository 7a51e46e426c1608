import { FormControlLabel, Switch, Typography } from '@mui/material';
import { formatFine, pierceBit, steeredRadius, turningRadius, type Blade } from '@rapid-jig/core';
import { KerfPicture } from '../drawing/BladePicture';
import { Measure } from '../drawing/Measure';
import { useServices, useUnit } from '../use-services';
import { SidePanel } from '../shell/SidePanel';
import { FORM_WORDS } from '../words/plan';
import { BladeCount } from './BladeCount';
import { BladeFigures, type BladeEdit } from './BladeFigures';
import { Drift } from './Drift';

/** One blade: what follows from its figures, how many there are, and the figures, each saved as it is changed. */
export function BladeEditor({ blade }: { readonly blade: Blade }) {
  const { drawer: document } = useServices();
  const change: BladeEdit = (changes) => {
    document.edit(
      (drawer) => ({ blades: drawer.blades.map((one) => (one.id === blade.id ? { ...one, ...changes } : one)) }),
      `${blade.id} ${Object.keys(changes).join()}`,
    );
  };
  const { unit } = useUnit();
  const radius = turningRadius(blade);
  const bitMm = pierceBit(blade);
  return (
    <SidePanel label={`Number ${blade.size}, ${FORM_WORDS[blade.form]}`} width={320}>
      <Typography variant="h2">
        Number {blade.size}, {FORM_WORDS[blade.form]}
      </Typography>
      <KerfPicture blade={blade} radius={Number.isFinite(radius) ? radius : null} />
      <Typography variant="body2" color="textSecondary">
        {Number.isFinite(radius) ? (
          <>
            A hand steers it smoothly down to a radius of {formatFine(steeredRadius(blade), unit)}; its slot lets it
            turn at {formatFine(radius, unit)}, and tighter is pivoted.
          </>
        ) : (
          'Its kerf is no wider than its body: it would bind. Check the figures.'
        )}
      </Typography>
      <Typography variant="body2" color="textSecondary">
        {bitMm === null ? (
          'No usual bit makes a hole for it'
        ) : (
          <>
            Its pierce hole: <Measure mm={bitMm} />
          </>
        )}
        ; slack in its kerf: {formatFine(Math.max(0, blade.kerfMm - blade.thicknessMm), unit)}.
      </Typography>
      <FormControlLabel
        control={<Switch checked={blade.inDrawer} onChange={(_event, inDrawer) => change({ inDrawer })} />}
        label="In my drawer"
      />
      <BladeCount blade={blade} onChange={change} />
      <BladeFigures blade={blade} onChange={change} />
      <Drift blade={blade} onChange={change} />
    </SidePanel>
  );
}
