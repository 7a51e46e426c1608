import { Button } from '@mui/material';
import { GLOVE } from '../theme/theme';

interface TapProps {
  readonly onClick: () => void;
  readonly children: React.ReactNode;
  readonly danger?: boolean;
  readonly pressed?: boolean;
}

/** A button as large as a glove wants it. */
export function Tap({ onClick, children, danger = false, pressed = false }: TapProps) {
  return (
    <Button
      variant={pressed ? 'contained' : 'outlined'}
      color={danger ? 'error' : 'primary'}
      onClick={onClick}
      sx={{
        ...GLOVE,
        minWidth: 80,
        px: { xs: 1, lg: 2 },
        fontSize: { xs: '1.05rem', lg: '1.15rem' },
        flex: '1 0 auto',
      }}
    >
      {children}
    </Button>
  );
}
