import { useState } from 'react';
import { FormControl, FormControlLabel, Radio, RadioGroup, Typography } from '@mui/material';
import { MM_PER_INCH, UNITS_PER_INCH } from '@rapid-jig/core';
import { LengthField } from '../../fields/LengthField';
import { AboutSize } from '../../drawing/Measure';
import type { ReadDrawing } from '../../workers/reader.worker';

/** What a unit may be worth, mm: of an SVG programs write so many to the inch, a DXF is drawn in one unit or another. */
const UNITS: Readonly<Record<ReadDrawing['format'], readonly (readonly [words: string, mmPerUnit: number])[]>> = {
  svg: UNITS_PER_INCH.map((perInch) => [`${String(perInch)} units to the inch`, MM_PER_INCH / perInch] as const),
  dxf: [
    ['One unit is a millimetre', 1],
    ['One unit is an inch', MM_PER_INCH],
    ['One unit is a centimetre', 10],
  ],
};

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
    const mmPerUnit = Number(value);
    if (mmPerUnit > 0) onScale(mmPerUnit);
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
        {UNITS[read.format].map(([words, mmPerUnit]) => (
          <FormControlLabel
            key={words}
            value={String(mmPerUnit)}
            control={<Radio size="small" />}
            label={
              <>
                {words}: <AboutSize length={read.width * mmPerUnit} width={read.height * mmPerUnit} />
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
