import { useState } from 'react';
import { Box, Typography } from '@mui/material';
import { IconFileTypePdf } from '@tabler/icons-react';
import { inches, leanOfBlock, squarenessBy, type Length, type LengthUnit } from '@rapid-jig/core';
import { saveFile } from '../api/save-file';
import { Measure } from '../drawing/Measure';
import { DecimalField } from '../fields/DecimalField';
import { FineField } from '../fields/FineField';
import { LengthField } from '../fields/LengthField';
import { OnceButton } from '../fields/OnceButton';
import { useServices, useUnit } from '../use-services';
import { Section } from './Section';

const DEGREE = Math.PI / 180;

/** Squaring the table by a test strip, and tilting it by a block: figures for the bench, kept nowhere. */
export function SetUpSection() {
  return (
    <Section
      title="Setting up the saw"
      id="set-up"
      note="Unplug the saw and take its blade’s tension off before you reach under the table."
    >
      <Square />
      <TiltByBlock />
    </Section>
  );
}

const STRIP_WIDTH: Readonly<Record<LengthUnit, number>> = { in: inches(1), mm: 25 };
const STRIP_THICKNESS: Readonly<Record<LengthUnit, number>> = { in: inches(3 / 4), mm: 19 };

function Square() {
  const { unit } = useUnit();
  const [belowMm, setBelow] = useState(STRIP_WIDTH[unit]);
  const [aboveMm, setAbove] = useState(STRIP_WIDTH[unit]);
  const [thicknessMm, setThickness] = useState(STRIP_THICKNESS[unit]);
  const { error, lower } = squarenessBy({ belowMm, aboveMm, thicknessMm });
  return (
    <Box sx={{ width: '100%' }}>
      <Typography variant="h3">Square by two cuts</Typography>
      <Typography variant="body2" sx={{ maxWidth: 700, mb: 1.5 }}>
        Saw along a scrap with the strip left of the blade. Turn it over end for end, far end to you, and saw its other
        side with the strip right of the blade. Measure it as it came off. Turned about the cut’s own line instead, the
        two sides would be parallel at any tilt and tell nothing.
      </Typography>
      <Box sx={{ display: 'flex', gap: 2, flexWrap: 'wrap' }}>
        <FineField label="Face on the table" value={belowMm} least={1} most={500} onChange={setBelow} />
        <FineField label="Face up" value={aboveMm} least={1} most={500} onChange={setAbove} />
        <FineField label="Thickness of the strip" value={thicknessMm} least={1} most={100} onChange={setThickness} />
      </Box>
      <Typography role="status" aria-label="Squareness" sx={{ mt: 1 }}>
        {lower === null ? (
          <b>Square, as far as a caliper tells.</b>
        ) : (
          <>
            <b>
              {(error / DEGREE).toFixed(2)}° out: lower the {lower} side of the table by that much
            </b>
            , and cut again.
          </>
        )}
      </Typography>
      <Typography variant="body2" color="textSecondary" sx={{ maxWidth: 700 }}>
        A quick look without measuring: saw a little way into a thick block, turn the block round behind the blade, and
        see whether the cut slides onto it. It does only on a square table.
      </Typography>
    </Box>
  );
}

const BLOCK: Readonly<Record<LengthUnit, Length>> = {
  in: { mm: inches(2), typed: '2' },
  mm: { mm: 50, typed: '50' },
};

function TiltByBlock() {
  const { unit } = useUnit();
  const [degrees, setDegrees] = useState(22.5);
  const [height, setHeight] = useState(BLOCK[unit]);
  const { api, say } = useServices();
  const print = async (): Promise<void> => {
    const pdf = await api.tiltBlock({ tilt: degrees * DEGREE, heightMm: height.mm });
    if (pdf.ok) saveFile('tilt-block.pdf', pdf.value);
    else say(`${pdf.error.message} ${pdf.error.hint}`);
  };
  return (
    <Box sx={{ width: '100%', mt: 2 }}>
      <Typography variant="h3">Tilt by a block</Typography>
      <Box sx={{ display: 'flex', gap: 2, flexWrap: 'wrap', mt: 1.5 }}>
        <DecimalField label="Tilt (degrees)" value={degrees} least={0} most={60} onChange={setDegrees} />
        <LengthField label="Height of the block" value={height} onChange={setHeight} />
      </Box>
      <Typography sx={{ mt: 1 }}>
        Saw the block’s end to lean by{' '}
        <b>
          <Measure mm={leanOfBlock(height.mm, degrees * DEGREE)} />
        </b>{' '}
        over its height, stand it on the table and tilt until it lies along the blade.
      </Typography>
      <OnceButton size="small" variant="outlined" startIcon={<IconFileTypePdf size={18} />} onClick={print}>
        The block true to size
      </OnceButton>
    </Box>
  );
}
