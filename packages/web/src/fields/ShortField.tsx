import { TextField, type TextFieldProps } from '@mui/material';
import { useShortened } from './use-shortened';
import { WRAPPING } from './wrapping';

interface ShortFieldProps extends Omit<TextFieldProps, 'value' | 'onChange' | 'helperText'> {
  readonly value: string;
  /** Letters that are kept. */
  readonly most?: number;
  readonly onChange: (text: string) => void;
}

/** Text of any kind that may be empty and is kept up to a length; what is left out of it is told. */
export function ShortField({ value, most, onChange, ...rest }: ShortFieldProps) {
  const { cut, word } = useShortened(most);
  return (
    <TextField
      {...rest}
      {...(rest.multiline ? { slotProps: WRAPPING } : {})}
      value={value}
      helperText={word}
      onChange={(event) => onChange(cut(event.target.value))}
    />
  );
}
