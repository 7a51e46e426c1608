import { Box, Typography } from '@mui/material';
import { FIGURE_SOURCES, type Blade, type BladeFigure, type DrawerBlade, type FigureSource } from '@rapid-jig/core';
import { Choice } from '../fields/Choice';
import { DecimalField } from '../fields/DecimalField';
import { FineField } from '../fields/FineField';

export type BladeEdit = (changes: Partial<DrawerBlade>) => void;

export interface BladeSectionProps {
  readonly blade: Blade;
  readonly onChange: BladeEdit;
}

const SOURCE_OPTIONS: Readonly<Record<FigureSource, string>> = {
  typical: 'typical',
  packet: 'the packet’s',
  measured: 'measured',
};
const ROW = { mt: 1, display: 'flex', gap: 1 } as const;
const FIGURE_PX = 150;
const LENGTHS = [
  ['widthMm', 'Width', 0.1, 10],
  ['thicknessMm', 'Thickness', 0.05, 5],
  ['kerfMm', 'Kerf', 0.05, 5],
] as const;

/** The figures of a blade, each with where it comes from: what is typed is no longer our table's. */
export function BladeFigures({ blade, onChange }: BladeSectionProps) {
  const typed = (figure: BladeFigure, value: number): void => {
    const source = blade.sources[figure] === 'typical' ? 'packet' : blade.sources[figure];
    onChange({ [figure]: value, sources: { ...blade.sources, [figure]: source } });
  };
  const sourceOf = (figure: BladeFigure, name: string) => (
    <Choice
      label={`${name}: is`}
      value={blade.sources[figure]}
      options={FIGURE_SOURCES.map((source) => [source, SOURCE_OPTIONS[source]] as const)}
      onChange={(source) => onChange({ sources: { ...blade.sources, [figure]: source } })}
      width={128}
    />
  );
  return (
    <Box sx={{ display: 'flex', flexDirection: 'column', gap: 1 }}>
      <Typography variant="h3">Figures</Typography>
      <Typography variant="body2" color="textSecondary">
        To measure the kerf, saw a slot and try it with a feeler gauge or a caliper, which can send its reading.
      </Typography>
      {LENGTHS.map(([figure, name, least, most]) => (
        <Box key={figure} sx={ROW}>
          <FineField
            label={name}
            value={blade[figure]}
            least={least}
            most={most}
            onChange={(mm) => typed(figure, mm)}
            width={FIGURE_PX}
          />
          {sourceOf(figure, name)}
        </Box>
      ))}
      <Box sx={ROW}>
        <DecimalField
          label="Teeth to the inch"
          value={blade.teethPerInch}
          least={1}
          most={100}
          width={FIGURE_PX}
          onChange={(value) => typed('teethPerInch', value)}
        />
        {sourceOf('teethPerInch', 'Teeth')}
      </Box>
    </Box>
  );
}
