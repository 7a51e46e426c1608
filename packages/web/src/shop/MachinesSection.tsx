import { Box, FormControlLabel, Switch } from '@mui/material';
import { useStore } from 'zustand';
import { formatLength, TYPICAL_MACHINES, type LengthUnit, type Machines } from '@rapid-jig/core';
import type { OpenDocument } from '../documents/document';
import { LengthField } from '../fields/LengthField';
import { useShop } from '../use-services';
import { SaveBadge, SaveTrouble } from '../shell/SaveBadge';
import { Section } from './Section';

const NAMES: Readonly<Record<keyof Machines, string>> = {
  rip: 'A rip saw',
  crosscut: 'A crosscut saw',
  resaw: 'A resaw',
  planer: 'A planer',
  jigsaw: 'A jigsaw',
};

const FIGURES: Readonly<Record<string, string>> = {
  'rip kerfMm': 'Kerf of the rip',
  'crosscut kerfMm': 'Kerf of the crosscut',
  'resaw kerfMm': 'Kerf of the resaw',
  'resaw maxHeightMm': 'Resaw takes, high',
  'jigsaw kerfMm': 'Kerf of the jigsaw',
  'planer maxWidthMm': 'Planer takes, wide',
  'planer allowanceMm': 'Planed off each face',
};

/** A usual blade for curves in boards. */
const A_JIGSAW = { kerfMm: 1.5 };

/** As it would be typed in the shop's unit; a length that is no fraction of an inch stays in mm. */
function inShopUnit(mm: number, unit: LengthUnit): string | null {
  const text = formatLength(mm, unit);
  return text.startsWith('≈') ? null : text;
}

/** The machines that mill wood; without one its step is done by hand or bought ready, and the plan says so. */
export function MachinesSection({ document }: { readonly document: OpenDocument<Machines> }) {
  const machines = useStore(document.store, (state) => state.doc);
  const { units } = useShop();
  const set = (name: keyof Machines, value: Machines[keyof Machines]): void =>
    document.edit((doc) => ({ ...doc, [name]: value }), name);
  return (
    <Section
      title="Machines that mill wood"
      aside={<SaveBadge document={document} />}
      id="machines"
      note="Their kerfs and limits decide how boards are resawn, planed and cut into blanks. Follow each machine's own manual; push sticks for thin rips, dust mask and extraction."
    >
      <Box sx={{ width: '100%', '&:empty': { display: 'none' } }}>
        <SaveTrouble document={document} />
      </Box>
      {(Object.keys(NAMES) as (keyof Machines)[]).map((name) => (
        <div key={name} style={{ display: 'flex', flexDirection: 'column', gap: 12, width: 208 }}>
          <FormControlLabel
            control={
              <Switch
                checked={machines[name] !== null}
                onChange={(_event, on) => set(name, on ? (TYPICAL_MACHINES[name] ?? A_JIGSAW) : null)}
              />
            }
            label={NAMES[name]}
          />
          {Object.entries(machines[name] ?? {}).map(([figure, mm]) => (
            <LengthField
              key={figure}
              label={FIGURES[`${name} ${figure}`] ?? figure}
              value={{ mm, typed: inShopUnit(mm, units) }}
              onChange={(length) => set(name, { ...machines[name], [figure]: length.mm } as Machines[typeof name])}
              width={190}
            />
          ))}
        </div>
      ))}
    </Section>
  );
}
