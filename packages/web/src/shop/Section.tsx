import { Box, Typography } from '@mui/material';

/** A group of facts of the shop, with an address of its own. */
export function Section({
  title,
  id,
  note,
  children,
}: {
  readonly title: string;
  readonly id: string;
  readonly note?: string;
  readonly children: React.ReactNode;
}) {
  return (
    <Box component="section" id={id} aria-label={title} sx={{ mt: 3, pt: 2, borderTop: 1, borderColor: 'divider' }}>
      <Typography variant="h2">{title}</Typography>
      {note && (
        <Typography variant="body2" color="textSecondary" sx={{ maxWidth: 720 }}>
          {note}
        </Typography>
      )}
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 2.5, mt: 2, alignItems: 'start' }}>{children}</Box>
    </Box>
  );
}
