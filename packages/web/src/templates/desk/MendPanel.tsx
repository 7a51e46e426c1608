import { Box, Button, ButtonGroup, Typography } from '@mui/material';
import { boxUnion, type DrawingFault, type LeftOut, type MendAction } from '@rapid-jig/core';
import { LengthField } from '../../fields/LengthField';
import { useUnit } from '../../use-services';
import { faultWords, LEFT_OUT_WORDS, MEND_WORDS } from '../../words/drawing';
import { counted } from '../../words/counted';
import type { Desk } from './desk';
import type { ShownDrawing, ShownLine } from '../../workers/reader.worker';

interface MendPanelProps {
  readonly desk: Desk;
  readonly drawing: ShownDrawing;
  readonly joinWithin: number;
  readonly chosenFault: string | null;
}

/** More rows than this would be a wall of text; the rest is mended with the others of its kind. */
const MOST_ROWS = 60;

/** What may not be meant in the drawing, each mended with one action, and what was left out. */
export function MendPanel({ desk, drawing, joinWithin, chosenFault }: MendPanelProps) {
  const { faults } = drawing;
  const open = faults.filter(({ mended }) => mended === null);
  const mend = (which: readonly DrawingFault[], action: (fault: DrawingFault) => MendAction): void =>
    desk.edit((steps) => ({
      ...steps,
      mends: { ...steps.mends, ...Object.fromEntries(which.map((fault) => [fault.id, action(fault)])) },
    }));
  return (
    <>
      <LengthField
        label="Ends no further apart meet"
        value={{ mm: joinWithin, typed: `${String(joinWithin)} mm` }}
        onChange={({ mm }) => {
          if (mm <= 10) desk.edit((steps) => ({ ...steps, joinWithin: mm }), 'join');
        }}
        width={220}
      />
      {faults.length === 0 ? (
        <Typography>Nothing to mend: every line joins, none crosses or lies double.</Typography>
      ) : (
        <Typography>
          <b>{counted(open.length, 'place')}</b> to look at
          {open.length < faults.length ? `, ${String(faults.length - open.length)} decided` : ''}.
        </Typography>
      )}
      {open.length > 1 && (
        <Button variant="outlined" onClick={() => mend(open, ({ proposed }) => proposed)}>
          Do all as proposed
        </Button>
      )}
      <Box component="ol" sx={{ m: 0, p: 0, listStyle: 'none', maxHeight: 420, overflowY: 'auto' }} aria-label="Faults">
        {faults.slice(0, MOST_ROWS).map((fault, i) => (
          <FaultRow
            key={fault.id}
            fault={fault}
            drawn={drawing.lines}
            number={i + 1}
            chosen={fault.id === chosenFault}
            onMend={(action) => mend([fault], () => action)}
          />
        ))}
      </Box>
      {faults.length > MOST_ROWS && (
        <Typography variant="body2">and {faults.length - MOST_ROWS} more, all on the drawing.</Typography>
      )}
      {drawing.leftOut.length > 0 && <LeftOutList leftOut={drawing.leftOut} />}
    </>
  );
}

interface FaultRowProps {
  readonly fault: DrawingFault;
  readonly drawn: readonly ShownLine[];
  readonly number: number;
  readonly chosen: boolean;
  readonly onMend: (action: MendAction) => void;
}

function FaultRow({ fault, drawn, number, chosen, onMend }: FaultRowProps) {
  const { unit } = useUnit();
  return (
    <Box
      component="li"
      sx={{
        py: 1,
        px: 1,
        borderBottom: 1,
        borderColor: 'divider',
        bgcolor: chosen ? 'action.selected' : undefined,
        color: fault.mended === null ? undefined : 'text.secondary',
      }}
    >
      <Typography>
        <b>{number}</b> {faultWords(fault, unit)}{' '}
        <Typography component="span" variant="body2" color="textSecondary">
          at {fault.where}
        </Typography>
      </Typography>
      {fault.kind === 'fill-unclear' && fault.mended === null && <BothRules fault={fault} drawn={drawn} />}
      <ButtonGroup size="small" sx={{ mt: 0.5 }}>
        {fault.actions.map((action) => (
          <Button
            key={action}
            variant={fault.mended === action ? 'contained' : 'outlined'}
            aria-pressed={fault.mended === action}
            onClick={() => onMend(action)}
          >
            {MEND_WORDS[action]}
            {fault.mended === null && fault.proposed === action ? ' (proposed)' : ''}
          </Button>
        ))}
      </ButtonGroup>
    </Box>
  );
}

const RULES = [
  { rule: 'nonzero', says: 'Left out: solid' },
  { rule: 'evenodd', says: 'Kept: a hole' },
] as const;

/** The element that a line belongs to as either fill rule shows it. */
function BothRules({ fault, drawn }: Pick<FaultRowProps, 'fault' | 'drawn'>) {
  const element = drawn.filter(({ where }) => where === fault.where);
  if (element.length === 0) return null;
  const { minX, minY, maxX, maxY } = boxUnion(element.map(({ box }) => box));
  return (
    <Box sx={{ display: 'flex', gap: 2, my: 0.5 }}>
      {RULES.map(({ rule, says }) => (
        <Box component="figure" key={rule} sx={{ m: 0 }}>
          <Box
            component="svg"
            viewBox={[minX, -maxY, maxX - minX, maxY - minY].join(' ')}
            sx={{ width: 96, height: 72, display: 'block' }}
            role="img"
            aria-label={`${says}, as the rule ${rule} shows it`}
          >
            <path d={element.map(({ data }) => data).join('')} fillRule={rule} fill="currentColor" />
          </Box>
          <Typography component="figcaption" variant="body2">
            {says}
          </Typography>
        </Box>
      ))}
    </Box>
  );
}

const MOST_PLACES = 4;

export function LeftOutList({ leftOut }: { readonly leftOut: readonly LeftOut[] }) {
  const kinds = [...new Set(leftOut.map(({ kind }) => kind))];
  return (
    <Box>
      <Typography variant="h3">Left out</Typography>
      <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
        {kinds.map((kind) => {
          const places = leftOut.filter((item) => item.kind === kind).map(({ where }) => where);
          const more = places.length - MOST_PLACES;
          return (
            <li key={kind}>
              <b>
                {LEFT_OUT_WORDS[kind].what}
                {places.length > 1 ? ` × ${String(places.length)}` : ''}
              </b>{' '}
              ({places.slice(0, MOST_PLACES).join(', ')}
              {more > 0 ? ` and ${String(more)} more` : ''}). {LEFT_OUT_WORDS[kind].why}
            </li>
          );
        })}
      </Box>
    </Box>
  );
}
