import { useState } from 'react';
import { Box, Button, Typography } from '@mui/material';
import type { Plan, RunLine, Tally } from '@rapid-jig/core';
import { CountField } from '../fields/CountField';
import { Growing } from '../shell/Growing';
import { FIGURE } from '../theme/theme';
import { useOpenRun, useRunDoc } from './RunRoute';
import { SpareField } from './SpareField';
import { SurplusLine } from './SurplusLine';

interface PartCountsProps {
  readonly line: RunLine;
  readonly plan: Plan;
  readonly onChange: (changes: Partial<RunLine>) => void;
}

/** The count of each part of a line; opened, its own spares and what is there already. */
export function PartCounts({ line, plan, onChange }: PartCountsProps) {
  const [open, setOpen] = useState<string | null>(null);
  const parts = countedThings(plan, line.templateId);
  if (parts.length === 0) return null;
  return (
    <>
      <Growing items={parts} noun="part">
        {(shown) => <CountTable parts={shown} open={open} onOpen={(id) => setOpen(open === id ? null : id)} />}
      </Growing>
      {parts
        .filter(({ id }) => id === open)
        .map((part) => (
          <PartExtras key={part.id} part={part} line={line} onChange={onChange} />
        ))}
    </>
  );
}

const HEADINGS = ['Part', 'needed', 'spare', 'total', 'to saw'];

function CountTable({
  parts,
  open,
  onOpen,
}: {
  readonly parts: readonly Counted[];
  readonly open: string | null;
  readonly onOpen: (id: string) => void;
}) {
  return (
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
          {HEADINGS.map((heading) => (
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
          <CountRow key={part.id} part={part} open={open === part.id} onOpen={() => onOpen(part.id)} />
        ))}
      </tbody>
    </Box>
  );
}

/** A part or a rod of a template, as it is counted. */
interface Counted {
  readonly id: string;
  readonly name: string;
  readonly templateName: string;
  readonly isRod: boolean;
  readonly tally: Tally;
  readonly leftOver: number;
}

const countedThings = ({ parts, rods }: Plan, templateId: string): Counted[] => [
  ...parts
    .filter((part) => part.templateId === templateId)
    .map((part) => ({
      id: part.partId,
      name: part.partName,
      templateName: part.templateName,
      isRod: false,
      tally: part,
      leftOver: part.leftOver,
    })),
  ...rods
    .filter((rod) => rod.templateId === templateId)
    .map(({ rodId, name, templateName, tally }) => ({
      id: rodId,
      name,
      templateName,
      isRod: true,
      tally,
      leftOver: 0,
    })),
];

function CountRow({
  part,
  open,
  onOpen,
}: {
  readonly part: Counted;
  readonly open: boolean;
  readonly onOpen: () => void;
}) {
  const { name, leftOver } = part;
  const { needed, spares, sparesLeft, total, toCut, perCopy } = part.tally;
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
          {name}
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
      <td title={sparesLeft < spares ? `${String(spares - sparesLeft)} used up by spoiled pieces` : undefined}>
        {sparesLeft < spares ? `${String(sparesLeft)} of ${String(spares)}` : spares}
      </td>
      <td>{total}</td>
      <td>
        <b>{toCut}</b>
      </td>
    </Box>
  );
}

interface PartExtrasProps {
  readonly part: Counted;
  readonly line: RunLine;
  readonly onChange: (changes: Partial<RunLine>) => void;
}

function PartExtras({ part, line, onChange }: PartExtrasProps) {
  const usual = useRunDoc((run) => run.spares);
  const { session } = useOpenRun();
  const { id: partId, name: partName, templateName, isRod } = part;
  const { good, spoiled, spares, toCut } = part.tally;
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
      {isRod && (
        <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
          <Button
            size="small"
            variant="outlined"
            disabled={toCut === 0}
            onClick={() => session.markRods(partId, { good: 1, spoiled: 0 })}
          >
            One cut
          </Button>
          <Button
            size="small"
            variant="outlined"
            disabled={toCut === 0}
            onClick={() => session.markRods(partId, { good: toCut, spoiled: 0 })}
          >
            All {toCut} cut
          </Button>
          <Button size="small" onClick={() => session.markRods(partId, { good: 0, spoiled: 1 })}>
            One spoiled
          </Button>
        </Box>
      )}
      <SpareField
        label={`Spares of ${partName}`}
        // Of a run that goes by risk a part begins with as many as it has now.
        rule={own ?? (usual.kind === 'risk' ? { kind: 'count', count: spares } : usual)}
        onChange={(rule) => onChange({ spares: { ...line.spares, [partId]: rule } })}
      />
      {!isRod && (
        <SurplusLine
          partId={partId}
          name={`${templateName}: ${partName}`}
          tally={part.tally}
          onUsed={(count) => onChange({ onHand: { ...line.onHand, [partId]: (line.onHand[partId] ?? 0) + count } })}
        />
      )}
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
