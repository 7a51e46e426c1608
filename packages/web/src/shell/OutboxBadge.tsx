import { useState } from 'react';
import {
  Alert,
  Badge,
  Box,
  Button,
  Dialog,
  DialogContent,
  DialogTitle,
  IconButton,
  Tooltip,
  Typography,
} from '@mui/material';
import { IconSend } from '@tabler/icons-react';
import { useStore } from 'zustand';
import { saveFile } from '../api/save-file';
import type { Entry } from '../documents/entry';
import { useServices } from '../use-services';
import { counted } from '../words/counted';

/** How much waits to be sent, wherever the user is; opened it tells each and what can be done with it. */
export function OutboxBadge() {
  const { outbox, kept } = useServices();
  const { entries, cannotKeep } = useStore(outbox.store);
  const [open, setOpen] = useState(false);
  // What has not been tried yet is on its way; it is told once it had to wait.
  const stuck = entries.filter(({ fault }) => fault !== null);
  const isUnsafe = cannotKeep !== null || !kept.isLasting;
  if (stuck.length === 0 && !isUnsafe) return null;
  const label = stuck.length > 0 ? `${counted(stuck.length, 'change')} not sent yet` : 'Nothing outlasts this page';
  return (
    <>
      <Tooltip title={label}>
        <IconButton aria-label={label} onClick={() => setOpen(true)}>
          <Badge badgeContent={stuck.length || '!'} color="warning">
            <IconSend size={20} />
          </Badge>
        </IconButton>
      </Tooltip>
      <Dialog open={open} onClose={() => setOpen(false)} fullWidth>
        <DialogTitle>Not sent yet</DialogTitle>
        <DialogContent>
          {isUnsafe && (
            <Alert severity="warning" sx={{ mb: 2 }}>
              This browser keeps nothing for this page{cannotKeep === null ? '' : ` (${cannotKeep})`}: what is not sent
              is lost when it is closed. Make room on this device, or allow the page to keep data, and leave it open
              until then.
            </Alert>
          )}
          {stuck.map((entry) => (
            <WaitingEntry key={entry.id} entry={entry} />
          ))}
        </DialogContent>
      </Dialog>
    </>
  );
}

const FATES: Readonly<Record<Entry['fate'], string>> = {
  waiting: 'will be sent when the program answers',
  refused: 'was not taken',
  conflict: 'another device changed it first: open it to choose',
};

function WaitingEntry({ entry }: { readonly entry: Entry }) {
  const { outbox } = useServices();
  const { id, label, fate, fault, body } = entry;
  const keepAsFile = (): void =>
    saveFile('not-sent.json', new Blob([JSON.stringify(body, null, 1)], { type: 'application/json' }));
  return (
    <Box component="section" aria-label={label} sx={{ py: 1.5, borderTop: 1, borderColor: 'divider' }}>
      <Typography sx={{ overflowWrap: 'anywhere' }}>
        <b>{label}</b>: {FATES[fate]}
      </Typography>
      {fault && (
        <Typography variant="body2" color="textSecondary">
          {fault.message} ({fault.where}) {fault.hint}
        </Typography>
      )}
      <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
        {fate !== 'conflict' && <Button onClick={() => outbox.retry(id)}>Send again</Button>}
        <Button onClick={keepAsFile}>Keep as a file</Button>
        <Button color="error" onClick={() => outbox.discard(id)}>
          Give it up
        </Button>
      </Box>
    </Box>
  );
}
