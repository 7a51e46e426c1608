import { useEffect, useRef, useState } from 'react';
import { Box, Button, TextField, Typography } from '@mui/material';
import { IconRulerMeasure } from '@tabler/icons-react';

/**
 * A stand-in for a caliper that types its reading, as such devices do: keys into the field under the cursor, then Enter.
 */
export function Caliper() {
  const [open, setOpen] = useState(false);
  const [reading, setReading] = useState('0.7510');
  const field = useLastField();
  return (
    <Box
      sx={{
        position: 'fixed',
        left: 16,
        bottom: 16,
        zIndex: 5,
        bgcolor: 'background.paper',
        border: 1,
        borderColor: 'divider',
        borderRadius: 1,
        p: 1,
      }}
    >
      <Button
        size="small"
        startIcon={<IconRulerMeasure size={18} />}
        aria-expanded={open}
        onClick={() => setOpen(!open)}
      >
        Caliper
      </Button>
      {open && (
        <Box sx={{ display: 'flex', flexDirection: 'column', gap: 1, mt: 1, width: 210 }} data-caliper>
          <Typography variant="body2" color="textSecondary">
            A pretended caliper: it types into the field you were last in.
          </Typography>
          <TextField label="Reading, inches" value={reading} onChange={(event) => setReading(event.target.value)} />
          <Button variant="outlined" onClick={() => field.current && typeInto(field.current, `${reading} in`)}>
            Send reading
          </Button>
        </Box>
      )}
    </Box>
  );
}

/** The field that had the cursor last, the caliper's own left out. */
function useLastField() {
  const last = useRef<HTMLInputElement | null>(null);
  useEffect(() => {
    const onFocus = ({ target }: FocusEvent): void => {
      if (target instanceof HTMLInputElement && !target.closest('[data-caliper]')) last.current = target;
    };
    document.addEventListener('focusin', onFocus);
    return () => document.removeEventListener('focusin', onFocus);
  }, []);
  return last;
}

/** Over what is there, as typed text: the page hears what it hears of a keyboard. No other way types into a field of the page. */
function typeInto(input: HTMLInputElement, text: string): void {
  input.focus();
  input.select();
  document.execCommand('insertText', false, text);
}
