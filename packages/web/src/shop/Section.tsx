import { Box, Typography } from '@mui/material';

/** A group of facts of the shop, with an address of its own. */
export function Section({
  title,
  id,
  note,
  aside,
  children,
}: {
  readonly title: string;
  readonly id: string;
  readonly note?: string;
  /** Beside the title. */
  readonly aside?: React.ReactNode;
  readonly children: React.ReactNode;
}) {
  return (
    <Box component="section" id={id} aria-label={title} sx={{ mt: 3, pt: 2, borderTop: 1, borderColor: 'divider' }}>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 2 }}>
        <Typography variant="h2">{title}</Typography>
        {aside}
      </Box>
      {note && (
        <Typography variant="body2" color="textSecondary" sx={{ maxWidth: 720 }}>
          {note}
        </Typography>
      )}
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 2.5, mt: 2, alignItems: 'start' }}>{children}</Box>
    </Box>
  );
}
