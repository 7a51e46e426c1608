import { Alert, Button, Snackbar } from '@mui/material';
import { useStore } from 'zustand';
import type { StoreApi } from 'zustand/vanilla';
import { useServices } from '../use-services';
import type { Newer } from './updates';

/** Told while the program does not answer, or not this device, over whatever view is open. */
export function AwayBar() {
  const { isHeard, isLetIn } = useStore(useServices().live.store);
  if (!isLetIn)
    return (
      <Alert
        severity="warning"
        role="status"
        square
        className="no-print"
        action={
          <Button sx={{ whiteSpace: 'nowrap' }} onClick={() => location.reload()}>
            Type the code
          </Button>
        }
      >
        This device was turned out on the main computer. What you change and mark is kept here, and sent once it is let
        in again.
      </Alert>
    );
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
