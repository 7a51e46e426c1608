import { useState } from 'react';
import { Alert, Box, Button, TextField, Typography } from '@mui/material';
import type { ApiFault } from '@rapid-jig/contract';
import { pairDevice } from '../api/client';
import { useOnce } from '../fields/use-once';

/** A device that is new: it is asked for the code once. */
export function PairView({ base, onLetIn }: { readonly base: string; readonly onLetIn: () => void }) {
  const [code, setCode] = useState('');
  const [name, setName] = useState('Tablet beside the saw');
  const [fault, setFault] = useState<ApiFault | null>(null);
  const { isBusy, once } = useOnce();
  const ask = async (): Promise<void> => {
    const answer = await pairDevice(base, fetch.bind(globalThis), { code, name });
    if (answer.ok) onLetIn();
    else setFault(answer.error);
  };
  return (
    <Box
      component="form"
      sx={{ maxWidth: 420, mx: 'auto', mt: '12vh', p: 3, display: 'flex', flexDirection: 'column', gap: 2 }}
      onSubmit={(event: React.FormEvent) => {
        event.preventDefault();
        void once(ask);
      }}
    >
      <Typography variant="h1">This device is new here</Typography>
      <Typography>Type the code that stands on the main computer, under Shop. It is asked for once.</Typography>
      <TextField
        label="Code"
        value={code}
        autoFocus
        slotProps={{ htmlInput: { autoComplete: 'one-time-code', autoCapitalize: 'characters', spellCheck: false } }}
        onChange={(event) => setCode(event.target.value)}
      />
      <TextField label="Name of this device" value={name} onChange={(event) => setName(event.target.value)} />
      {fault && (
        <Alert severity="error">
          {fault.message} {fault.hint}
        </Alert>
      )}
      <Button
        type="submit"
        variant="contained"
        size="large"
        disabled={isBusy || code.trim() === '' || name.trim() === ''}
      >
        Let it in
      </Button>
    </Box>
  );
}
