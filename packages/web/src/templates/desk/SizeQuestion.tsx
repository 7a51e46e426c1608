import { useState } from 'react';
import { FormControl, FormControlLabel, Radio, RadioGroup, Typography } from '@mui/material';
import { MM_PER_INCH, UNITS_PER_INCH } from '@rapid-jig/core';
import { LengthField } from '../../fields/LengthField';
import { Size } from '../../fields/Measure';
import type { ReadDrawing } from '../../workers/reader.worker';

/** Asked where the drawing gives no physical size: what its units are worth, or how wide it is. */
export function SizeQuestion({
  read,
  onScale,
}: {
  readonly read: ReadDrawing;
  readonly onScale: (mmPerUnit: number) => void;
}) {
  const [choice, setChoice] = useState('');
  const answer = (value: string): void => {
    setChoice(value);
    const perInch = Number(value);
    if (perInch > 0) onScale(MM_PER_INCH / perInch);
  };
  return (
    <FormControl component="fieldset" sx={{ borderLeft: 4, borderColor: 'warning.main', pl: 2, my: 1 }}>
      <Typography component="legend" variant="h3" sx={{ p: 0 }}>
        How large is it?
      </Typography>
      <Typography variant="body2" color="textSecondary">
        The drawing gives no size in inches or millimetres, and programs differ in what their units are worth.
      </Typography>
      <RadioGroup value={choice} onChange={(_event, value) => answer(value)}>
        {UNITS_PER_INCH.map((perInch) => (
          <FormControlLabel
            key={perInch}
            value={String(perInch)}
            control={<Radio size="small" />}
            label={
              <>
                {perInch} units to the inch:{' '}
                <Size length={(read.width * MM_PER_INCH) / perInch} width={(read.height * MM_PER_INCH) / perInch} />
              </>
            }
          />
        ))}
        <FormControlLabel value="width" control={<Radio size="small" />} label="I know how wide it is" />
      </RadioGroup>
      {choice === 'width' && (
        <LengthField
          label="Width of the whole drawing"
          value={null}
          width={220}
          onChange={({ mm }) => onScale(mm / read.width)}
        />
      )}
    </FormControl>
  );
}
