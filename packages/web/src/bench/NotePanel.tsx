import { useState } from 'react';
import { Alert, Box, Button, Dialog, DialogContent, DialogTitle } from '@mui/material';
import { v4 as newId } from 'uuid';
import { ShortField } from '../fields/ShortField';
import { useRemembered } from '../fields/use-remembered';
import { LONGEST_NOTE } from '../fields/use-shortened';
import { useOpenRun } from '../runs/RunRoute';
import { GLOVE } from '../theme/theme';
import { Tap } from './Tap';
import { scaledPhoto } from './scaled-photo';
import type { Bench } from './use-bench';

/** A few words or a photo on this step, for the next time it is made. */
export function NotePanel({ bench, onClose }: { readonly bench: Bench; readonly onClose: () => void }) {
  const { session } = useOpenRun();
  // Half written it outlasts the page, a panel that is closed by mistake, and a newer program.
  const [words, setWords] = useRemembered(`bench-note-${session.document.store.getState().doc.id}`, '');
  const [photo, setPhoto] = useState<string | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const take = async (file: File | undefined): Promise<void> => {
    if (!file) return;
    const scaled = await scaledPhoto(file);
    setTrouble(scaled.ok ? null : scaled.error);
    if (scaled.ok) setPhoto(scaled.value);
  };
  const leave = (): void => {
    setWords('');
    onClose();
  };
  const keep = (): void => {
    const id = photo === null ? undefined : newId();
    if (id !== undefined && photo !== null) session.keepPhoto({ id, jpeg: photo });
    bench.notice('note', words.trim() === '' ? undefined : words.trim(), id);
    leave();
  };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm">
      <DialogTitle sx={{ fontSize: '1.6rem' }}>Note on this step</DialogTitle>
      <DialogContent>
        <ShortField
          autoFocus
          fullWidth
          multiline
          most={LONGEST_NOTE}
          label="What to remember"
          value={words}
          onChange={setWords}
          sx={{ mt: 1, mb: 2, '& textarea': { fontSize: '1.3rem', lineHeight: 1.3, minHeight: '3.9em' } }}
        />
        {photo !== null && (
          <Box
            component="img"
            alt="The photo"
            src={`data:image/jpeg;base64,${photo}`}
            sx={{ maxHeight: 200, mb: 2, display: 'block' }}
          />
        )}
        {trouble !== null && (
          <Alert severity="error" sx={{ mb: 2 }}>
            {trouble}
          </Alert>
        )}
        <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
          <Button component="label" variant="outlined" sx={{ ...GLOVE, fontSize: '1.15rem', flex: '1 0 auto' }}>
            {photo === null ? 'Photo…' : 'Another photo…'}
            <input
              type="file"
              accept="image/*"
              capture="environment"
              aria-label="Photo of the work"
              hidden
              onChange={(event) => void take(event.target.files?.[0])}
            />
          </Button>
          <Tap onClick={leave}>Leave it</Tap>
          <Tap onClick={() => (words.trim() !== '' || photo !== null) && keep()}>Keep the note</Tap>
        </Box>
      </DialogContent>
    </Dialog>
  );
}
