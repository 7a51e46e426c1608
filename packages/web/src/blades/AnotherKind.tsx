import { useState } from 'react';
import { Box, Button, Typography } from '@mui/material';
import {
  BLADE_SIZES,
  TOOTH_FORMS,
  typicalBlade,
  type BladeEnds,
  type BladeSize,
  type ToothForm,
} from '@rapid-jig/core';
import { Choice } from '../fields/Choice';
import { FORM_WORDS } from '../words/plan';
import type { TrayProps } from './DrawerTray';

/** A blade that no compartment shows, such as double teeth with pinned ends: put in with figures to be checked. */
export function AnotherKind({ blades, onChoose, onAdd }: Omit<TrayProps, 'chosen'>) {
  const [size, setSize] = useState<BladeSize>('7');
  const [form, setForm] = useState<ToothForm>('double');
  const [ends, setEnds] = useState<BladeEnds>('pinned');
  const known = blades.find((one) => one.size === size && one.form === form && one.ends === ends);
  return (
    <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap', alignItems: 'center', my: 2 }}>
      <Typography>Another kind:</Typography>
      <Choice
        label="Number"
        value={size}
        options={BLADE_SIZES.map((one) => [one, one] as const)}
        onChange={setSize}
        width={90}
      />
      <Choice
        label="Teeth"
        value={form}
        options={TOOTH_FORMS.map((one) => [one, FORM_WORDS[one]] as const)}
        onChange={setForm}
        width={200}
      />
      <Choice
        label="Ends"
        value={ends}
        options={[
          ['plain', 'plain'],
          ['pinned', 'pinned'],
        ]}
        onChange={setEnds}
        width={110}
      />
      <Button
        variant="outlined"
        onClick={() => (known ? onChoose(known.id) : onAdd({ ...typicalBlade(size, form, ends), inDrawer: true }))}
      >
        {known ? 'Show it' : 'Put it in'}
      </Button>
    </Box>
  );
}
