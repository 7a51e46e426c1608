import { Box, Checkbox, FormControlLabel, Typography } from '@mui/material';
import type { Drawing, LeftOut } from '@rapid-jig/core';
import { Size } from '../fields/Measure';
import { counted } from '../words/counted';
import { LEFT_OUT_WORDS } from '../words/drawing';

interface FoundReportProps {
  readonly drawing: Drawing;
  readonly kept: ReadonlySet<number>;
  readonly onToggle: (index: number) => void;
}

/** What was found in a drawing, what falls out of it, and what was left out and why. */
export function FoundReport({ drawing, kept, onToggle }: FoundReportProps) {
  const { outlines, leftOut } = drawing;
  const parts = outlines.filter(({ depth }) => depth === 0).length;
  const inside = outlines.filter(({ depth }) => depth % 2 === 1).length;
  const falling = outlines
    .map((outline, index) => ({ outline, index }))
    .filter(({ outline }) => outline.depth > 0 && outline.depth % 2 === 0);
  return (
    <Box>
      <Typography>
        Found <b>{counted(parts, 'part')}</b> with <b>{counted(inside, 'inside cut')}</b>,{' '}
        <Size length={drawing.width} width={drawing.height} /> in all.
      </Typography>
      {falling.length > 0 && (
        <Box sx={{ mt: 1 }}>
          <Typography variant="h3">{counted(falling.length, 'piece')} inside a cut</Typography>
          <Typography variant="body2" color="textSecondary">
            They fall out. Tick those you keep as parts; the others are waste and are not cut.
          </Typography>
          <Box sx={{ maxHeight: 180, overflowY: 'auto' }}>
            {falling.map(({ outline, index }) => (
              <FormControlLabel
                key={index}
                sx={{ display: 'flex' }}
                control={<Checkbox size="small" checked={kept.has(index)} onChange={() => onToggle(index)} />}
                label={outline.where}
              />
            ))}
          </Box>
        </Box>
      )}
      {leftOut.length > 0 && <LeftOutList leftOut={leftOut} />}
    </Box>
  );
}

const MOST_PLACES = 4;

export function LeftOutList({ leftOut }: { readonly leftOut: readonly LeftOut[] }) {
  const kinds = [...new Set(leftOut.map(({ kind }) => kind))];
  return (
    <Box sx={{ mt: 1.5 }}>
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
