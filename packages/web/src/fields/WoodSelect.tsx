import { Autocomplete, Box, TextField } from '@mui/material';
import { woodById, WOODS } from '@rapid-jig/core';
import { Swatch } from '../drawing/Swatch';

interface WoodSelectProps {
  readonly value: string;
  readonly onChange: (woodId: string) => void;
  readonly label?: string;
}

/** Chooses a wood by its sample and name. */
export function WoodSelect({ value, onChange, label = 'Wood' }: WoodSelectProps) {
  return (
    <Autocomplete
      size="small"
      disableClearable
      options={WOODS.map(({ id }) => id)}
      value={value}
      groupBy={(id) => (woodById(id)?.kind === 'sheet' ? 'Sheet goods' : 'Solid wood')}
      getOptionLabel={(id) => woodById(id)?.name ?? id}
      onChange={(_event, id) => onChange(id)}
      renderOption={({ key, ...props }, id) => (
        <Box component="li" key={key} {...props} sx={{ display: 'flex', gap: 1 }}>
          <Swatch woodId={id} /> {woodById(id)?.name}
        </Box>
      )}
      renderInput={(params) => <TextField {...params} label={label} />}
      sx={{ minWidth: 220 }}
    />
  );
}
