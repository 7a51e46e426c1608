import { FormControl, FormHelperText, InputLabel, MenuItem, Select } from '@mui/material';
import { useId } from 'react';

interface ChoiceProps<T extends string> {
  readonly label: string;
  readonly value: T;
  readonly options: readonly (readonly [value: T, words: string])[];
  readonly onChange: (value: T) => void;
  readonly help?: string;
  readonly width?: number | string;
}

/** One of a few, by name. */
export function Choice<T extends string>({ label, value, options, onChange, help, width = 240 }: ChoiceProps<T>) {
  const id = useId();
  return (
    <FormControl size="small" sx={{ width }}>
      {/* A choice may be of nothing: its words are shown all the same. */}
      <InputLabel id={id} shrink>
        {label}
      </InputLabel>
      <Select
        labelId={id}
        label={label}
        notched
        displayEmpty
        value={value}
        onChange={(event) => onChange(event.target.value as T)}
      >
        {options.map(([option, words]) => (
          <MenuItem key={option} value={option}>
            {words}
          </MenuItem>
        ))}
      </Select>
      {help && <FormHelperText sx={{ mx: 0 }}>{help}</FormHelperText>}
    </FormControl>
  );
}
