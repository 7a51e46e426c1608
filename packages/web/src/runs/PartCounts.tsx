import { useState } from 'react';
import { Box, Button, Typography } from '@mui/material';
import type { Plan, PlannedPart, RunLine } from '@rapid-jig/core';
import { CountField } from '../fields/CountField';
import { FIGURE } from '../theme/theme';
import { useRunDoc } from './RunRoute';
import { SpareField } from './SpareField';

interface PartCountsProps {
  readonly line: RunLine;
  readonly plan: Plan;
  readonly onChange: (changes: Partial<RunLine>) => void;
}

/** The count of each part of a line; opened, its own spares and what is there already. */
export function PartCounts({ line, plan, onChange }: PartCountsProps) {
  const [open, setOpen] = useState<string | null>(null);
  const parts = plan.parts.filter(({ templateId }) => templateId === line.templateId);
  if (parts.length === 0) return null;
  const headings = ['Part', 'needed', 'spare', 'total', 'to saw'];
  return (
    <>
      <Box
        component="table"
        sx={{
          width: '100%',
          borderCollapse: 'collapse',
          mt: 1,
          fontSize: '0.9rem',
          '& td, & th': { py: 0.4, px: 0.5, textAlign: 'right' },
          '& td:first-of-type, & th:first-of-type': { textAlign: 'left', pl: 0 },
        }}
      >
        <thead>
          <tr>
            {headings.map((heading) => (
              <Box
                component="th"
                scope="col"
                key={heading}
                sx={{ fontWeight: 400, color: 'text.secondary', whiteSpace: 'nowrap' }}
              >
                {heading}
              </Box>
            ))}
          </tr>
        </thead>
        <tbody>
          {parts.map((part) => (
            <CountRow
              key={part.partId}
              part={part}
              open={open === part.partId}
              onOpen={() => setOpen(open === part.partId ? null : part.partId)}
            />
          ))}
        </tbody>
      </Box>
      {parts
        .filter(({ partId }) => partId === open)
        .map((part) => (
          <PartExtras key={part.partId} part={part} line={line} onChange={onChange} />
        ))}
    </>
  );
}

function CountRow({
  part,
  open,
  onOpen,
}: {
  readonly part: PlannedPart;
  readonly open: boolean;
  readonly onOpen: () => void;
}) {
  const { partName, needed, spares, total, toCut, perCopy, leftOver } = part;
  return (
    <Box component="tr" sx={{ ...FIGURE, borderTop: 1, borderColor: 'divider' }}>
      <td>
        <Button
          size="small"
          color="inherit"
          aria-expanded={open}
          onClick={onOpen}
          sx={{
            p: 0,
            minWidth: 0,
            textAlign: 'left',
            lineHeight: 1.3,
            textDecoration: 'underline dotted',
            overflowWrap: 'anywhere',
          }}
        >
          {partName}
        </Button>
        {perCopy > 1 && (
          <Typography component="span" variant="body2" color="textSecondary">
            {' '}
            {perCopy} a copy
          </Typography>
        )}
        {leftOver > 0 && (
          <Typography component="span" variant="body2" color="warning">
            {' '}
            {leftOver} over
          </Typography>
        )}
      </td>
      <td>{needed}</td>
      <td>{spares}</td>
      <td>{total}</td>
      <td>
        <b>{toCut}</b>
      </td>
    </Box>
  );
}

interface PartExtrasProps {
  readonly part: PlannedPart;
  readonly line: RunLine;
  readonly onChange: (changes: Partial<RunLine>) => void;
}

function PartExtras({ part, line, onChange }: PartExtrasProps) {
  const usual = useRunDoc((run) => run.spares);
  const { partId, partName, good, spoiled } = part;
  const own = line.spares[partId];
  return (
    <Box
      sx={{
        bgcolor: 'background.default',
        p: 1,
        my: 1,
        borderRadius: 1,
        display: 'flex',
        flexDirection: 'column',
        gap: 1,
      }}
    >
      <Typography variant="body2" color="textSecondary">
        {partName}: {good} good and {spoiled} spoiled so far
      </Typography>
      <SpareField
        label={`Spares of ${partName}`}
        rule={own ?? usual}
        onChange={(rule) => onChange({ spares: { ...line.spares, [partId]: rule } })}
      />
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 1 }}>
        <Typography sx={{ flex: 1 }}>There before the run</Typography>
        <CountField
          label={`${partName} there before the run`}
          value={line.onHand[partId] ?? 0}
          onChange={(count) => onChange({ onHand: { ...line.onHand, [partId]: count } })}
        />
      </Box>
    </Box>
  );
}
