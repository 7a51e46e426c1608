import { Box, Button, Checkbox, FormControlLabel, Typography } from '@mui/material';
import { boxUnion, type Feature, type Point } from '@rapid-jig/core';
import { Measure, Size } from '../../drawing/Measure';
import { placesWords } from '../../words/places';
import type { ShownDrawing } from '../../workers/reader.worker';
import type { Desk } from './desk';

const FEATURE_WORDS: Readonly<Record<Feature['kind'], string>> = { slot: 'Slot', hole: 'Hole', opening: 'Opening' };
/** More than this are held by kind, not one by one. */
const MOST_FEATURES = 40;

interface HeldSizesProps {
  readonly desk: Desk;
  readonly features: readonly Feature[];
  readonly held: readonly string[];
  readonly lines: ShownDrawing['lines'];
  /** Shows one on the drawing; null shows none. */
  readonly onSeen: (at: Point | null) => void;
}

/** Slots, holes and openings that keep their size when the rest is scaled, each told by where it lies. */
export function HeldSizes({ desk, features, held, lines, onSeen }: HeldSizesProps) {
  if (features.length === 0) return null;
  const places = placesWords(
    features.map(({ at }) => at),
    boxUnion(lines.map(({ box }) => box)),
  );
  const hold = (ids: readonly string[], on: boolean): void =>
    desk.edit((steps) => {
      const others = steps.held.filter((id) => !ids.includes(id));
      return { ...steps, held: on ? [...others, ...ids] : others };
    });
  return (
    <Box>
      <Typography variant="h3">Held sizes</Typography>
      <Typography variant="body2" color="textSecondary">
        Slots, dowel holes and inserts that keep their size when the rest is scaled.
      </Typography>
      <Box sx={{ maxHeight: 170, overflowY: 'auto' }}>
        {features.slice(0, MOST_FEATURES).map(({ id, kind, width, depth, at }, i) => (
          <FormControlLabel
            key={id}
            sx={{ display: 'flex' }}
            onPointerEnter={() => onSeen(at)}
            onPointerLeave={() => onSeen(null)}
            onFocus={() => onSeen(at)}
            onBlur={() => onSeen(null)}
            control={<Checkbox size="small" checked={held.includes(id)} onChange={(_event, on) => hold([id], on)} />}
            label={
              <>
                {FEATURE_WORDS[kind]} {kind === 'hole' ? <Measure mm={width} /> : <Size length={width} width={depth} />}{' '}
                {places[i]}
              </>
            }
          />
        ))}
      </Box>
      {features.length > 1 && (
        <Button
          size="small"
          onClick={() =>
            hold(
              features.map(({ id }) => id),
              held.length < features.length,
            )
          }
        >
          {held.length < features.length ? 'Hold all' : 'Hold none'}
        </Button>
      )}
    </Box>
  );
}
