import { Button } from '@mui/material';
import type { Bench } from './use-bench';

/** Takes back what brought this step, or what was told here since. */
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
