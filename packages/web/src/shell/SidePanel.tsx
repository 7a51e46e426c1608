import { Box } from '@mui/material';

interface SidePanelProps {
  readonly label: string;
  readonly width: number;
  readonly children: React.ReactNode;
}

/** The panel beside a wall or a drawer that shows what was chosen there; below it on a narrow screen. */
export function SidePanel({ label, width, children }: SidePanelProps) {
  return (
    <Box
      component="section"
      aria-label={label}
      sx={{
        width: { xs: '100%', md: width },
        flex: 'none',
        position: 'sticky',
        top: 72,
        bgcolor: 'background.paper',
        border: 1,
        borderColor: 'divider',
        borderRadius: 1,
        p: 2,
        display: 'flex',
        flexDirection: 'column',
        gap: 2,
      }}
    >
      {children}
    </Box>
  );
}
