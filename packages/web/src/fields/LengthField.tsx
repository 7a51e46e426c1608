import { useState } from 'react';
import { TextField } from '@mui/material';
import { formatLength, parseLength, textOfLength, typedUnit, type Length, type LengthUnit } from '@rapid-jig/core';
import { useShop } from '../use-services';

interface LengthFieldProps {
  readonly label: string;
  readonly value: Length | null;
  /** Shown where nothing was typed yet. */
  readonly placeholder?: string;
  readonly onChange: (value: Length) => void;
  /** Given where an emptied field means something. */
  readonly onClear?: () => void;
  readonly width?: number | string;
}

/** What is being typed, in the unit that a bare figure had when it was begun: elsewhere the shop may be given another meanwhile. */
interface Draft {
  readonly text: string;
  readonly unit: LengthUnit;
}

/** A field for a length as people type it; what is understood stands below while typing. */
export function LengthField({ label, value, placeholder, onChange, onClear, width = 150 }: LengthFieldProps) {
  const { units } = useShop();
  const [draft, setDraft] = useState<Draft | null>(null);
  const text = draft?.text ?? (value ? textOfLength(value, units) : '');
  const unit = draft?.unit ?? units;
  const read = parseLength(text, unit);
  const emptied = text.trim() === '' && onClear !== undefined;
  const commit = (next: string): void => {
    setDraft({ text: next, unit });
    const result = parseLength(next, unit);
    if (result.ok) onChange(result.value);
    else if (next.trim() === '') onClear?.();
  };
  const understood = (): string => {
    if (emptied) return ' ';
    if (!read.ok) return `${read.error.message} ${draft?.text === '' ? '' : read.error.hint}`;
    return `= ${formatLength(read.value.mm, typedUnit(read.value) === 'in' ? 'mm' : 'in')}`;
  };
  return (
    <TextField
      label={label}
      value={text}
      placeholder={placeholder ?? ''}
      error={!read.ok && !emptied && draft !== null}
      helperText={draft === null && value === null ? ' ' : understood()}
      onChange={(event) => commit(event.target.value)}
      onBlur={() => {
        if (read.ok || emptied) setDraft(null);
      }}
      sx={{ width }}
      slotProps={{
        htmlInput: { inputMode: 'text', autoComplete: 'off', spellCheck: false },
        inputLabel: { shrink: true },
      }}
    />
  );
}
