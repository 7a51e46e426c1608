import { useState } from 'react';
import { TextField } from '@mui/material';
import { parseDecimal } from '@rapid-jig/core';

interface DecimalFieldProps {
  readonly label: string;
  /** null where it is not known: an empty field. */
  readonly value: number | null;
  readonly least: number;
  readonly most: number;
  readonly onChange: (value: number) => void;
  /** Given where an emptied field means something. */
  readonly onClear?: () => void;
  readonly help?: string;
  readonly width?: number;
  /** How what is typed is read; null where it is no number. */
  readonly parse?: (typed: string) => number | null;
  /** What stands below what is none. */
  readonly wrongWords?: string;
}

/** A plain number that is not a length: a share, a rate, a sum. A comma is taken for a point, unless it may part thousands. */
export function DecimalField({
  label,
  value,
  least,
  most,
  onChange,
  onClear,
  help = ' ',
  width = 210,
  parse = parseDecimal,
  wrongWords = `A number from ${String(least)} to ${String(most)}, written without commas for thousands.`,
}: DecimalFieldProps) {
  const [draft, setDraft] = useState<string | null>(null);
  const text = draft ?? String(value ?? '');
  const read = (typed: string): number | null => {
    const figure = parse(typed);
    return figure !== null && figure >= least && figure <= most ? figure : null;
  };
  const emptied = text.trim() === '' && onClear !== undefined;
  const wrong = read(text) === null && !emptied;
  return (
    <TextField
      label={label}
      value={text}
      error={wrong}
      helperText={wrong ? wrongWords : help}
      onChange={(event) => {
        const typed = event.target.value;
        setDraft(typed);
        const figure = read(typed);
        if (figure !== null) onChange(figure);
        else if (typed.trim() === '') onClear?.();
      }}
      onBlur={() => {
        if (!wrong) setDraft(null);
      }}
      sx={{ width }}
      slotProps={{ htmlInput: { inputMode: 'decimal', autoComplete: 'off' } }}
    />
  );
}
