import { useState } from 'react';
import { Box, IconButton, InputBase, Typography } from '@mui/material';
import { IconMinus, IconPlus } from '@tabler/icons-react';
import { FIGURE } from '../theme/theme';

interface CountFieldProps {
  /** For screen readers, and above the field where `caption` is not given. */
  readonly label: string;
  readonly value: number;
  readonly least?: number;
  readonly most?: number;
  readonly onChange: (value: number) => void;
}

/** A whole number with a step on each side, large enough for a dusty finger. */
export function CountField({ label, value, least = 0, most = 100_000, onChange }: CountFieldProps) {
  const [draft, setDraft] = useState<string | null>(null);
  const text = draft ?? String(value);
  const fault = faultOf(text, least, most);
  const commit = (next: string): void => {
    setDraft(next);
    if (faultOf(next, least, most) === null) onChange(Number(next));
  };
  const step = (by: number): void => {
    setDraft(null);
    onChange(Math.min(most, Math.max(least, value + by)));
  };
  return (
    <Box sx={{ display: 'inline-flex', flexDirection: 'column' }}>
      <Box
        sx={{
          display: 'inline-flex',
          border: 1,
          borderColor: fault ? 'error.main' : 'divider',
          borderRadius: 1,
          bgcolor: 'sheet',
          width: 'fit-content',
        }}
      >
        <IconButton aria-label={`${label}: one less`} size="small" disabled={value <= least} onClick={() => step(-1)}>
          <IconMinus size={16} />
        </IconButton>
        <InputBase
          value={text}
          onChange={(event) => commit(event.target.value)}
          onBlur={() => {
            if (fault === null) setDraft(null);
          }}
          inputProps={{ 'aria-label': label, inputMode: 'numeric', 'aria-invalid': fault !== null }}
          sx={{ width: 48, '& input': { textAlign: 'center', ...FIGURE, fontWeight: 600 } }}
        />
        <IconButton aria-label={`${label}: one more`} size="small" disabled={value >= most} onClick={() => step(1)}>
          <IconPlus size={16} />
        </IconButton>
      </Box>
      {fault && (
        <Typography role="alert" variant="caption" color="error">
          {fault}
        </Typography>
      )}
    </Box>
  );
}

function faultOf(text: string, least: number, most: number): string | null {
  if (!/^\d+$/.test(text.trim())) return 'A whole number, please.';
  const value = Number(text);
  if (value < least) return `${String(least)} or more, please.`;
  return value > most ? `${String(most)} at most.` : null;
}
