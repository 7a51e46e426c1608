import { useState } from 'react';
import { Box, Dialog, DialogContent, DialogTitle, TextField } from '@mui/material';
import { Tap } from './NoticeRow';
import type { Bench } from './use-bench';

const LONGEST_NOTE = 2000;

/** A few words on this step, for the next time it is made. */
export function NotePanel({ bench, onClose }: { readonly bench: Bench; readonly onClose: () => void }) {
  const [words, setWords] = useState('');
  const keep = (): void => {
    bench.notice('note', words.trim());
    onClose();
  };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm">
      <DialogTitle sx={{ fontSize: '1.6rem' }}>Note on this step</DialogTitle>
      <DialogContent>
        <TextField
          autoFocus
          fullWidth
          multiline
          minRows={3}
          label="What to remember"
          value={words}
          onChange={(event) => setWords(event.target.value.slice(0, LONGEST_NOTE))}
          sx={{ mt: 1, mb: 2, '& textarea': { fontSize: '1.3rem', lineHeight: 1.3 } }}
        />
        <Box sx={{ display: 'flex', gap: 1 }}>
          <Tap onClick={onClose}>Leave it</Tap>
          <Tap onClick={() => words.trim() !== '' && keep()}>Keep the note</Tap>
        </Box>
      </DialogContent>
    </Dialog>
  );
}
