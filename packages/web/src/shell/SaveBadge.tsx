import { useMemo } from 'react';
import { Alert, Box, Button, IconButton, Tooltip, Typography } from '@mui/material';
import { IconArrowBackUp, IconArrowForwardUp } from '@tabler/icons-react';
import { useStore } from 'zustand';
import { saveFile } from '../api/save-file';
import type { OpenDocument, SaveStatus } from '../documents/document';
import { ConflictNote } from './ConflictNote';
import { useShortcuts } from './shortcuts';

const WORDS: Readonly<Record<SaveStatus, string>> = {
  saved: 'Saved',
  waiting: 'Saving …',
  unsent: 'Kept in this browser; will be sent',
  refused: 'Not taken',
  conflict: 'Changed elsewhere',
};

/** Whether what was edited is on disk, and the way back and forth. */
export function SaveBadge<T>({ document }: { readonly document: OpenDocument<T> }) {
  const { status, past, future } = useStore(document.store);
  return (
    <Box className="no-print" sx={{ display: 'flex', alignItems: 'center' }}>
      <Typography role="status" variant="body2" color={status === 'saved' ? 'textSecondary' : 'warning'}>
        {WORDS[status]}
      </Typography>
      <Step label="Undo (Ctrl+Z)" disabled={past.length === 0} onClick={document.undo}>
        <IconArrowBackUp size={20} />
      </Step>
      <Step label="Redo (Ctrl+Shift+Z)" disabled={future.length === 0} onClick={document.redo}>
        <IconArrowForwardUp size={20} />
      </Step>
    </Box>
  );
}

interface StepProps {
  readonly label: string;
  readonly disabled: boolean;
  readonly onClick: () => void;
  readonly children: React.ReactNode;
}

function Step({ label, disabled, onClick, children }: StepProps) {
  return (
    <Tooltip title={label}>
      <span>
        <IconButton aria-label={label} disabled={disabled} onClick={onClick} sx={{ width: 44, height: 44 }}>
          {children}
        </IconButton>
      </span>
    </Tooltip>
  );
}

/** What to do when a save was refused, or another device wrote first. */
export function SaveTrouble<T extends object>({ document }: { readonly document: OpenDocument<T> }) {
  const { status, fault, theirs, doc } = useStore(document.store);
  if (status === 'conflict' && theirs) return <ConflictNote document={document} mine={doc} theirs={theirs.doc} />;
  if (!fault || (status !== 'unsent' && status !== 'refused')) return null;
  const keepAsFile = (): void =>
    saveFile('not-taken.json', new Blob([JSON.stringify(doc)], { type: 'application/json' }));
  return (
    <Alert severity={status === 'refused' ? 'error' : 'warning'} sx={{ my: 1 }}>
      {fault.message} ({fault.where}) {fault.hint}
      {status === 'refused' && (
        <Box sx={{ mt: 1, display: 'flex', gap: 1 }}>
          <Button size="small" onClick={document.discard}>
            Give it up
          </Button>
          <Button size="small" onClick={keepAsFile}>
            Keep it as a file
          </Button>
        </Box>
      )}
    </Alert>
  );
}

/** Undo and redo by their keys for the document in view. */
export function useUndoKeys({ undo, redo }: Pick<OpenDocument<unknown>, 'undo' | 'redo'>): void {
  useShortcuts(useMemo(() => ({ undo, redo }), [undo, redo]));
}
