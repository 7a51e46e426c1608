import { Box, Button, Typography } from '@mui/material';
import { parseCount, TYPICAL_SHOP, type BladeHolder, type Saw } from '@rapid-jig/core';
import { ShortField } from '../fields/ShortField';
import { Choice } from '../fields/Choice';
import { DecimalField } from '../fields/DecimalField';
import { LengthField } from '../fields/LengthField';
import { Measure } from '../drawing/Measure';
import type { SectionProps } from './HabitsSection';
import { Section } from './Section';

const HOLDER_WORDS: Readonly<Record<BladeHolder, string>> = {
  thumbscrew: 'Clamps with a thumbscrew',
  key: 'Clamps with a key',
  pins: 'Hooks for pins',
};

/** Before a maker has said it: what many saws run at, strokes a minute. */
const USUAL_STROKES = { least: 400, most: 1750 };

/** The saw that is planned for, and the others of the shop. */
export function SawSection({ shop, edit }: SectionProps) {
  const { saw, otherSaws } = shop;
  const set = (changes: Partial<Saw>): void => edit({ saw: { ...saw, ...changes, confirmed: true } });
  const strokes = saw.strokes ?? USUAL_STROKES;
  return (
    <Section title="The saw" id="saw" note="Reach and height decide what can be sawn at all, and what can be turned.">
      <ShortField label="Its name" value={saw.name} onChange={(name) => set({ name })} sx={{ width: 210 }} />
      <LengthField label="Blade to arm" value={saw.reach} onChange={(reach) => set({ reach })} />
      <LengthField label="Greatest height" value={saw.maxHeight} onChange={(maxHeight) => set({ maxHeight })} />
      <DecimalField
        label="Table tilts left to (degrees)"
        value={saw.tiltLeftDegrees}
        least={0}
        most={90}
        onChange={(tiltLeftDegrees) => set({ tiltLeftDegrees })}
      />
      <DecimalField
        label="Table tilts right to (degrees)"
        value={saw.tiltRightDegrees}
        least={0}
        most={90}
        onChange={(tiltRightDegrees) => set({ tiltRightDegrees })}
      />
      <Choice
        label="Blade ends it takes"
        value={saw.ends}
        options={[
          ['plain', 'Plain'],
          ['pinned', 'Pinned'],
        ]}
        onChange={(ends) => set({ ends })}
        width={170}
      />
      <Choice
        label="Blades are held by"
        value={saw.holder}
        options={Object.entries(HOLDER_WORDS) as [BladeHolder, string][]}
        onChange={(holder) => set({ holder })}
      />
      <DecimalField
        label="Slowest, strokes a minute"
        value={saw.strokes?.least ?? null}
        least={1}
        most={strokes.most}
        parse={parseCount}
        onChange={(least) => set({ strokes: { ...strokes, least } })}
        onClear={() => set({ strokes: null })}
      />
      <DecimalField
        label="Fastest, strokes a minute"
        value={saw.strokes?.most ?? null}
        least={strokes.least}
        most={10_000}
        parse={parseCount}
        onChange={(most) => set({ strokes: { ...strokes, most } })}
        onClear={() => set({ strokes: null })}
      />
      <OtherSaws saws={otherSaws} current={saw} onChange={(change) => edit(change)} />
    </Section>
  );
}

interface OtherSawsProps {
  readonly saws: readonly Saw[];
  readonly current: Saw;
  readonly onChange: (change: { saw?: Saw; otherSaws: readonly Saw[] }) => void;
}

/** Plans are for one saw at a time; going to another, the first one stays in the list. */
function OtherSaws({ saws, current, onChange }: OtherSawsProps) {
  const others = (place: number): Saw[] => saws.filter((_saw, i) => i !== place);
  return (
    <Box sx={{ width: '100%' }}>
      <Typography variant="h3">Other saws</Typography>
      {saws.map((saw, i) => (
        <Box key={i} sx={{ display: 'flex', alignItems: 'center', gap: 1.5, flexWrap: 'wrap', py: 0.5 }}>
          <Typography sx={{ minWidth: 220, overflowWrap: 'anywhere' }}>
            <b>{saw.name || `Saw ${String(i + 2)}`}</b>: reaches <Measure {...saw.reach} />, takes{' '}
            <Measure {...saw.maxHeight} />
          </Typography>
          <Button size="small" variant="outlined" onClick={() => onChange({ saw, otherSaws: [...others(i), current] })}>
            Plan for this one
          </Button>
          <Button size="small" color="inherit" onClick={() => onChange({ otherSaws: others(i) })}>
            Remove
          </Button>
        </Box>
      ))}
      <Button size="small" onClick={() => onChange({ saw: TYPICAL_SHOP.saw, otherSaws: [...saws, current] })}>
        Add a saw
      </Button>
    </Box>
  );
}
