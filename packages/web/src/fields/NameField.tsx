import { useState } from 'react';
import { TextField } from '@mui/material';
import { useShortened } from './use-shortened';
import { WRAPPING } from './wrapping';
import { FIGURE } from '../theme/theme';

interface NameFieldProps {
  readonly label: string;
  readonly name: string;
  readonly onChange: (name: string) => void;
  /** Set as the heading of a page, or as a field among others. */
  readonly heading?: boolean;
}

/** A name that must not be empty; what is typed stays in the field until it is one. Long names wrap. */
export function NameField({ label, name, onChange, heading = false }: NameFieldProps) {
  const [draft, setDraft] = useState<string | null>(null);
  const { cut, word } = useShortened();
  const text = draft ?? name;
  const empty = text.trim() === '';
  return (
    <TextField
      multiline
      variant={heading ? 'standard' : 'outlined'}
      {...(heading ? {} : { label })}
      value={text}
      error={empty}
      helperText={empty ? 'A name is needed.' : word}
      onChange={(event) => {
        const next = cut(event.target.value.replace(/\s*\n\s*/g, ' '));
        setDraft(next);
        if (next.trim() !== '') onChange(next.trim());
      }}
      onBlur={() => {
        if (!empty) setDraft(null);
      }}
      sx={heading ? HEADING : AMONG_OTHERS}
      slotProps={{ input: WRAPPING.input, htmlInput: { ...WRAPPING.htmlInput, 'aria-label': label } }}
    />
  );
}

/** No narrower than its label, however short the name is. */
const AMONG_OTHERS = { minWidth: 180 } as const;

const HEADING = {
  flex: '1 1 260px',
  maxWidth: 560,
  '& textarea': { fontFamily: FIGURE.fontFamily, fontSize: '1.75rem', fontWeight: 700, lineHeight: 1.2, py: 0.25 },
} as const;
