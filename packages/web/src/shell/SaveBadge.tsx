import { useEffect } from 'react';
import { Alert, Box, Button, Typography } from '@mui/material';
import { useStore } from 'zustand';
import type { OpenDocument, SaveStatus } from '../documents/document';

const WORDS: Readonly<Record<SaveStatus, string>> = {
  saved: 'Saved',
  waiting: 'Saving …',
  saving: 'Saving …',
  unsent: 'Kept in this browser; will be sent',
  refused: 'Not taken',
  conflict: 'Changed elsewhere',
};

/** Whether what was edited is on disk. */
export function SaveBadge<T>({ document }: { readonly document: OpenDocument<T> }) {
  const status = useStore(document.store, (state) => state.status);
  return (
    <Typography role="status" variant="body2" color={status === 'saved' ? 'textSecondary' : 'warning'}>
      {WORDS[status]}
    </Typography>
  );
}

/** What to do when a save was refused, or another device wrote first. */
export function SaveTrouble<T>({
  document,
  differences,
}: {
  readonly document: OpenDocument<T>;
  readonly differences: (mine: T, theirs: T) => string[];
}) {
  const { status, fault, theirs, doc } = useStore(document.store);
  if (status === 'conflict' && theirs) {
    return (
      <Alert severity="warning" sx={{ my: 1 }}>
        Another device changed this meanwhile. It differs in:{' '}
        {differences(doc, theirs.doc).join('; ') || 'nothing you can see'}.
        <Box sx={{ mt: 1, display: 'flex', gap: 1 }}>
          <Button size="small" variant="contained" onClick={document.keepMine}>
            Keep mine
          </Button>
          <Button size="small" onClick={document.takeTheirs}>
            Take theirs
          </Button>
        </Box>
      </Alert>
    );
  }
  if (!fault || (status !== 'unsent' && status !== 'refused')) return null;
  return (
    <Alert severity={status === 'refused' ? 'error' : 'warning'} sx={{ my: 1 }}>
      {fault.message} ({fault.where}) {fault.hint}
    </Alert>
  );
}

/** Ctrl+Z and Ctrl+Shift+Z (or Ctrl+Y) for the document in view, outside of text fields' own undo. */
export function useUndoKeys(document: Pick<OpenDocument<unknown>, 'undo' | 'redo'>): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (!(event.ctrlKey || event.metaKey) || event.altKey) return;
      const key = event.key.toLowerCase();
      if (key !== 'z' && key !== 'y') return;
      event.preventDefault();
      if (key === 'y' || event.shiftKey) document.redo();
      else document.undo();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [document]);
}
