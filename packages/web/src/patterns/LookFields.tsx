import { FormControlLabel, Switch, Box } from '@mui/material';
import type { LineColour, Paper, PatternSheetOptions } from '@rapid-jig/core';
import { Choice } from '../fields/Choice';
import { LengthField } from '../fields/LengthField';

const PAPERS = [
  ['letter', 'Letter'],
  ['a4', 'A4'],
] as const satisfies readonly (readonly [Paper, string])[];
const COLOURS = [
  ['black', 'Black'],
  ['blue', 'Blue'],
  ['red', 'Red'],
  ['grey', 'Grey'],
] as const satisfies readonly (readonly [LineColour, string])[];
const RULES = [
  ['on', 'On the line'],
  ['outside', 'Outside the line'],
  ['inside', 'Inside the line'],
] as const satisfies readonly (readonly [PatternSheetOptions['lineRule'], string])[];

const WEIGHTS = [
  ['0.15', 'Fine'],
  ['0.3', 'Medium'],
  ['0.5', 'Bold'],
] as const;

interface LookProps {
  readonly options: PatternSheetOptions;
  readonly onChange: (changes: Partial<PatternSheetOptions>) => void;
}

/** On which paper patterns are printed, and how. */
export function LookFields({ options, onChange }: LookProps) {
  return (
    <>
      <Box sx={{ display: 'flex', gap: 1.5 }}>
        <Choice
          label="Paper"
          value={options.paper}
          options={PAPERS}
          onChange={(paper) => onChange({ paper })}
          width={150}
        />
        <Choice
          label="Line"
          value={options.colour}
          options={COLOURS}
          onChange={(colour) => onChange({ colour })}
          width={150}
        />
      </Box>
      <Choice
        label="Weight of the line"
        value={String(options.lineMm)}
        options={WEIGHTS}
        onChange={(weight) => onChange({ lineMm: Number(weight) })}
        width="100%"
      />
      <Choice
        label="The blade runs"
        value={options.lineRule}
        options={RULES}
        onChange={(lineRule) => onChange({ lineRule })}
        help={options.lineRule === 'on' ? '' : 'Drawn as a dashed line of its own'}
        width="100%"
      />
      {options.lineRule !== 'on' && (
        <LengthField
          label="Away from the line"
          value={{ mm: options.ruleMm, typed: `${String(options.ruleMm)} mm` }}
          onChange={({ mm }) => {
            if (mm <= 5) onChange({ ruleMm: mm });
          }}
        />
      )}
      <FormControlLabel
        control={<Switch checked={options.pierceMarks} onChange={(_event, pierceMarks) => onChange({ pierceMarks })} />}
        label="Pierce holes with their bit"
      />
      <FormControlLabel
        control={<Switch checked={options.holesOnly} onChange={(_event, holesOnly) => onChange({ holesOnly })} />}
        label="Only what is drilled, to drill by"
      />
      <FormControlLabel
        control={<Switch checked={options.numbered} onChange={(_event, numbered) => onChange({ numbered })} />}
        label="Cuts numbered in the order of sawing"
      />
    </>
  );
}
