import { Alert, Button, Snackbar } from '@mui/material';
import { useStore } from 'zustand';
import type { StoreApi } from 'zustand/vanilla';
import { useServices } from '../use-services';
import type { Newer } from './updates';

/** Told while the program does not answer, over whatever view is open. */
export function AwayBar() {
  const { isHeard } = useStore(useServices().live.store);
  if (isHeard) return null;
  return (
    <Alert severity="warning" role="status" square className="no-print">
      The program does not answer. This is what was last read here; what you change and mark is kept, and sent when it
      is back.
    </Alert>
  );
}

/** Told when the program on its computer is newer than this page. */
export function NewerBar({ newer }: { readonly newer: StoreApi<Newer> }) {
  const { load } = useStore(newer);
  return (
    <Snackbar
      open={load !== null}
      message="A newer version of the program is there."
      action={<Button onClick={() => load?.()}>Load it</Button>}
    />
  );
}
