import { Snackbar } from '@mui/material';
import { useStore } from 'zustand';
import { useServices } from '../use-services';

const SHOWN_MS = 8000;

/** What just happened, in words, over whatever view is open; it goes by itself. */
export function SaidBar() {
  const { said } = useServices();
  const { words, nth } = useStore(said);
  return (
    <Snackbar
      key={nth}
      open={words !== null}
      message={words}
      autoHideDuration={SHOWN_MS}
      onClose={(_event, reason) => {
        if (reason !== 'clickaway') said.setState({ words: null });
      }}
    />
  );
}
