import { FormControlLabel, Switch, Typography } from '@mui/material';
import { formatFine, pierceBit, steeredRadius, turningRadius, type Blade } from '@rapid-jig/core';
import { KerfPicture } from '../drawing/BladePicture';
import { CountField } from '../fields/CountField';
import { DecimalField } from '../fields/DecimalField';
import { FineField } from '../fields/FineField';
import { Measure } from '../drawing/Measure';
import { useServices, useUnit } from '../services';
import { SidePanel } from '../shell/SidePanel';
import { FORM_WORDS } from '../words/plan';

/** The figures of one blade, each saved as it is changed. */
export function BladeEditor({ blade }: { readonly blade: Blade }) {
  const { drawer: document } = useServices();
  const change = (changes: Partial<Blade>): void => {
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
      <FormControlLabel
        control={
          <Switch checked={blade.onHand !== null} onChange={(_event, on) => change({ onHand: on ? 12 : null })} />
        }
        label="Counted"
      />
      {blade.onHand !== null && (
        <CountField label="Blades left" value={blade.onHand} onChange={(onHand) => change({ onHand })} />
      )}
      <FineField
        label="Width, front to back"
        value={blade.widthMm}
        least={0.1}
        most={10}
        onChange={(widthMm) => change({ widthMm })}
      />
      <FineField
        label="Thickness"
        value={blade.thicknessMm}
        least={0.05}
        most={5}
        onChange={(thicknessMm) => change({ thicknessMm })}
      />
      <FineField label="Kerf" value={blade.kerfMm} least={0.05} most={5} onChange={(kerfMm) => change({ kerfMm })} />
      <Typography variant="body2" color="textSecondary">
        To measure it, saw a slot and try it with a feeler gauge or a caliper.
      </Typography>
      <DecimalField
        label="Teeth to the inch"
        value={blade.teethPerInch}
        least={1}
        most={100}
        width={286}
        onChange={(teethPerInch) => change({ teethPerInch })}
      />
    </SidePanel>
  );
}
