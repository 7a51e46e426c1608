import { Button, type ButtonProps } from '@mui/material';
import { useOnce } from './use-once';

interface OnceButtonProps extends Omit<ButtonProps, 'onClick'> {
  readonly onClick: () => Promise<void> | void;
}

/** A button that does a thing once, however often it is tapped. */
export function OnceButton({ onClick, disabled, ...rest }: OnceButtonProps) {
  const { isBusy, once } = useOnce();
  return <Button {...rest} disabled={disabled === true || isBusy} onClick={() => void once(onClick)} />;
}
