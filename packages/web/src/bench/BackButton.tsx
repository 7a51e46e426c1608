import { Button } from '@mui/material';
import type { Bench } from './use-bench';

/** Takes back the last tap of this device. */
export function BackButton({ bench }: { readonly bench: Bench }) {
  return (
    <Button
      variant="outlined"
      disabled={!bench.mayGoBack}
      onClick={bench.goBack}
      sx={{ height: 88, minWidth: 150, fontSize: '1.4rem' }}
    >
      Back
    </Button>
  );
}
