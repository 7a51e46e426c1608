import { useMemo } from 'react';
import { Alert, Box, Button, IconButton, Tooltip, Typography } from '@mui/material';
import { IconArrowBackUp, IconArrowForwardUp } from '@tabler/icons-react';
import { useStore } from 'zustand';
import { saveFile } from '../api/save-file';
import { clashesIn, type OpenDocument, type SaveStatus } from '../documents/document';
import { fieldDifferences } from '../documents/differences';
import { fieldWords, namesIn } from '../words/fields';
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
export function SaveBadge<T extends object>({ document }: { readonly document: OpenDocument<T> }) {
  const { status, doc, past, future } = useStore(document.store);
  return (
    <Box className="no-print" sx={{ display: 'flex', alignItems: 'center' }}>
      <Typography role="status" variant="body2" color={status === 'saved' ? 'textSecondary' : 'warning'}>
        {WORDS[status]}
      </Typography>
      <Step label="Undo (Ctrl+Z)" what={changedIn(doc, past.at(-1))} onClick={document.undo}>
        <IconArrowBackUp size={20} />
      </Step>
      <Step label="Redo (Ctrl+Shift+Z)" what={changedIn(doc, future[0])} onClick={document.redo}>
        <IconArrowForwardUp size={20} />
      </Step>
    </Box>
  );
}

interface StepProps {
  readonly label: string;
  /** What it would change, in words; null where there is no such step. */
  readonly what: string | null;
  readonly onClick: () => void;
  readonly children: React.ReactNode;
}

/** What differs between two versions of a document, in words. */
const changedIn = <T extends object>(now: T, then: T | undefined): string | null =>
  then === undefined ? null : fieldDifferences(now, then).map(fieldWords).join(', ');

function Step({ label, what, onClick, children }: StepProps) {
  return (
    <Tooltip describeChild title={what ? `${label}: ${what}` : label}>
      <span>
        <IconButton aria-label={label} disabled={what === null} onClick={onClick} sx={{ width: 44, height: 44 }}>
          {children}
        </IconButton>
      </span>
    </Tooltip>
  );
}

interface SaveTroubleProps<T extends object> {
  readonly document: OpenDocument<T>;
  /** Where names are of what the document says by its id alone. */
  readonly alsoNamed?: unknown;
}

/** What to do when a save was refused, or another device wrote first. */
export function SaveTrouble<T extends object>({ document, alsoNamed }: SaveTroubleProps<T>) {
  const state = useStore(document.store);
  const { status, fault, theirs, doc } = state;
  if (status === 'conflict' && theirs) {
    // The document itself needs no name.
    const names = namesIn([alsoNamed, ...Object.values(doc), ...Object.values(theirs.doc)]);
    return <ConflictNote document={document} clashes={clashesIn(state)} nameOf={(id) => names.get(id) ?? null} />;
  }
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
