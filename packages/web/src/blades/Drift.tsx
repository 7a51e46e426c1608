import { useState } from 'react';
import { Box, Button, Typography } from '@mui/material';
import { driftBy, inches } from '@rapid-jig/core';
import { Choice } from '../fields/Choice';
import { FineField } from '../fields/FineField';
import { useUnit } from '../use-services';
import type { BladeSectionProps } from './BladeFigures';

const DEGREE = Math.PI / 180;

/** How far a blade pulls off a straight line: measured by a line sawn freehand, and remembered. */
export function Drift({ blade, onChange }: BladeSectionProps) {
  const { unit } = useUnit();
  const [lengthMm, setLength] = useState(unit === 'in' ? inches(6) : 150);
  const [offMm, setOff] = useState(0);
  const [side, setSide] = useState<'left' | 'right'>('right');
  const angle = driftBy(offMm, lengthMm) / DEGREE;
  return (
    <Box>
      <Typography variant="h3">Drift</Typography>
      <Typography variant="body2" color="textSecondary" sx={{ mb: 1.5 }}>
        {blade.driftDegrees === null
          ? 'Not measured. '
          : `Pulls ${Math.abs(blade.driftDegrees).toFixed(1)}° to the ${blade.driftDegrees < 0 ? 'left' : 'right'}. `}
        Draw a line along a scrap’s straight edge, push the scrap straight along it, and see how far the cut leaves it.
      </Typography>
      <FineField label="After a length of" value={lengthMm} least={10} most={2000} onChange={setLength} />
      <FineField label="It is off by" value={offMm} least={0} most={500} onChange={setOff} />
      <Choice
        label="To the"
        value={side}
        options={[
          ['left', 'left'],
          ['right', 'right'],
        ]}
        onChange={setSide}
        width={140}
      />
      <Button
        size="small"
        variant="outlined"
        sx={{ ml: 1 }}
        onClick={() => onChange({ driftDegrees: Number((side === 'right' ? angle : -angle).toFixed(2)) })}
      >
        Remember {angle.toFixed(1)}°
      </Button>
    </Box>
  );
}
