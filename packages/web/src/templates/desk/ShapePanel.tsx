import { useState } from 'react';
import { Box, Button, Typography } from '@mui/material';
import {
  IconAngle,
  IconArrowBackUp,
  IconFlipHorizontal,
  IconFlipVertical,
  IconRotate2,
  IconRotateClockwise2,
} from '@tabler/icons-react';
import {
  distance,
  turnGrain,
  type DrawingSteps,
  type Grain,
  type Length,
  type Point,
  type ShapeStep,
} from '@rapid-jig/core';
import { Choice } from '../../fields/Choice';
import { DecimalField } from '../../fields/DecimalField';
import { LengthField } from '../../fields/LengthField';
import { AboutSize, Measure } from '../../drawing/Measure';
import type { ShownDrawing } from '../../workers/reader.worker';
import type { Desk } from './desk';
import { HeldSizes } from './HeldSizes';

/** What is being pointed at on the drawing. */
export type Pointing =
  | { readonly kind: 'distance'; readonly points: readonly Point[] }
  | { readonly kind: 'datum' }
  /** Something that the panel speaks of, shown on the drawing. */
  | { readonly kind: 'seen'; readonly at: Point };

interface ShapePanelProps {
  readonly desk: Desk;
  readonly drawing: ShownDrawing;
  readonly steps: DrawingSteps;
  readonly pointing: Pointing | null;
  readonly onPoint: (pointing: Pointing | null) => void;
}

/** Size, held sizes, turning, grain and datum edge; each can be undone. */
export function ShapePanel(props: ShapePanelProps) {
  const { desk, drawing, steps, pointing, onPoint } = props;
  const shape = (step: ShapeStep): void => desk.edit((now) => ({ ...now, shape: [...now.shape, step] }));
  // What is being pointed at with a purpose stays so.
  const seen = (at: Point | null): void => {
    if (pointing === null || pointing.kind === 'seen') onPoint(at && { kind: 'seen', at });
  };
  return (
    <>
      <Typography>
        Now <AboutSize length={drawing.width} width={drawing.height} />
      </Typography>
      <ScaleTo shape={shape} />
      <HeldSizes desk={desk} features={drawing.features} held={steps.held} lines={drawing.lines} onSeen={seen} />
      <TrueSize {...props} shape={shape} />
      <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }} role="group" aria-label="Turn and mirror">
        <Button startIcon={<IconRotate2 size={18} />} onClick={() => shape({ kind: 'rotate', angle: Math.PI / 2 })}>
          Turn left
        </Button>
        <Button
          startIcon={<IconRotateClockwise2 size={18} />}
          onClick={() => shape({ kind: 'rotate', angle: -Math.PI / 2 })}
        >
          Turn right
        </Button>
        <Button
          startIcon={<IconFlipHorizontal size={18} />}
          onClick={() => shape({ kind: 'mirror', axis: 'left-right' })}
        >
          Mirror
        </Button>
        <Button startIcon={<IconFlipVertical size={18} />} onClick={() => shape({ kind: 'mirror', axis: 'up-down' })}>
          Upside down
        </Button>
      </Box>
      <TurnBy shape={shape} />
      <GrainAndDatum {...props} />
      <LengthField
        label="Fewer points, within"
        value={
          steps.simplifyWithin > 0 ? { mm: steps.simplifyWithin, typed: `${String(steps.simplifyWithin)} mm` } : null
        }
        placeholder="all points kept"
        onChange={({ mm }) => {
          if (mm <= 10) desk.edit((now) => ({ ...now, simplifyWithin: mm }), 'simplify');
        }}
        onClear={() => desk.edit((now) => ({ ...now, simplifyWithin: 0 }))}
        width={200}
      />
      {steps.shape.length > 0 && (
        <Button
          startIcon={<IconArrowBackUp size={18} />}
          onClick={() => desk.edit((now) => ({ ...now, shape: [] }))}
          sx={{ alignSelf: 'start' }}
        >
          As it came ({steps.shape.length} {steps.shape.length === 1 ? 'step' : 'steps'} off)
        </Button>
      )}
    </>
  );
}

type ScaleBy = 'width' | 'height' | 'factor' | 'board';
const SCALES = [
  ['width', 'To a width'],
  ['height', 'To a height'],
  ['factor', 'By a factor'],
  ['board', 'As large as a board allows'],
] as const satisfies readonly (readonly [ScaleBy, string])[];

function ScaleTo({ shape }: { readonly shape: (step: ShapeStep) => void }) {
  const [by, setBy] = useState<ScaleBy>('width');
  const [first, setFirst] = useState<Length | null>(null);
  const [second, setSecond] = useState<Length | null>(null);
  const [factor, setFactor] = useState(1);
  const step = (): ShapeStep | null => {
    if (by === 'factor') return factor === 1 ? null : { kind: 'scale', to: { by, factor } };
    if (!first) return null;
    if (by === 'board') return second && { kind: 'scale', to: { by, width: first, height: second } };
    return { kind: 'scale', to: { by, length: first } };
  };
  const ready = step();
  return (
    <Box
      component="form"
      onSubmit={(event) => {
        event.preventDefault();
        if (ready) shape(ready);
      }}
      sx={{ display: 'flex', flexDirection: 'column', gap: 1 }}
    >
      <Choice label="Scale" value={by} options={SCALES} onChange={setBy} width="100%" />
      <Box sx={{ display: 'flex', gap: 1, alignItems: 'start' }}>
        {by === 'factor' ? (
          <DecimalField label="Factor" value={factor} least={0.01} most={100} onChange={setFactor} width={130} />
        ) : (
          <LengthField
            label={by === 'height' ? 'New height' : by === 'board' ? 'Board, across' : 'New width'}
            value={first}
            onChange={setFirst}
            width={130}
          />
        )}
        {by === 'board' && <LengthField label="Board, up" value={second} onChange={setSecond} width={130} />}
        <Button type="submit" variant="outlined" disabled={ready === null}>
          Scale
        </Button>
      </Box>
    </Box>
  );
}

function TrueSize({
  drawing,
  pointing,
  onPoint,
  shape,
}: ShapePanelProps & { readonly shape: (step: ShapeStep) => void }) {
  const points = pointing?.kind === 'distance' ? pointing.points : null;
  const [from, to] = points ?? [];
  const [length, setLength] = useState<Length | null>(null);
  if (!points)
    return (
      <Button variant="outlined" onClick={() => onPoint({ kind: 'distance', points: [] })} sx={{ alignSelf: 'start' }}>
        True size by two points
      </Button>
    );
  return (
    <Box sx={{ borderLeft: 4, borderColor: 'warning.main', pl: 1.5, display: 'flex', flexDirection: 'column', gap: 1 }}>
      <Typography>
        {from === undefined
          ? 'Click the first point on the drawing.'
          : to === undefined
            ? 'Now the second.'
            : 'How far apart are they on the thing itself?'}
      </Typography>
      {from && to && (
        <Typography variant="body2" color="textSecondary">
          Now <Measure mm={distance(from, to)} /> of <Measure mm={drawing.width} /> across. Held sizes are scaled too.
        </Typography>
      )}
      {from && to && <LengthField label="True distance" value={length} onChange={setLength} width={160} />}
      <Box sx={{ display: 'flex', gap: 1 }}>
        {from && to && (
          <Button
            variant="contained"
            disabled={length === null || distance(from, to) === 0}
            onClick={() => {
              if (length) shape({ kind: 'true-size', from, to, distance: length });
              onPoint(null);
            }}
          >
            Make it so
          </Button>
        )}
        <Button onClick={() => onPoint(null)}>Never mind</Button>
      </Box>
    </Box>
  );
}

function TurnBy({ shape }: { readonly shape: (step: ShapeStep) => void }) {
  const [degrees, setDegrees] = useState(15);
  return (
    <Box sx={{ display: 'flex', gap: 1, alignItems: 'start' }}>
      <DecimalField
        label="Degrees to the left"
        value={degrees}
        least={-360}
        most={360}
        onChange={setDegrees}
        width={170}
      />
      <Button
        startIcon={<IconAngle size={18} />}
        onClick={() => shape({ kind: 'rotate', angle: (degrees * Math.PI) / 180 })}
      >
        Turn
      </Button>
    </Box>
  );
}

type GrainChoice = Grain | 'wood';
const GRAINS = [
  ['wood', 'As the wood has it'],
  ['along-x', 'Across the drawing'],
  ['along-y', 'Up the drawing'],
  ['any', 'Any way'],
] as const satisfies readonly (readonly [GrainChoice, string])[];

function GrainAndDatum({ desk, drawing, steps, pointing, onPoint }: ShapePanelProps) {
  return (
    <>
      <Choice
        label="Grain runs"
        value={drawing.grain ?? 'wood'}
        options={GRAINS}
        onChange={(grain) =>
          desk.edit((now) => ({ ...now, grain: turnGrain(grain === 'wood' ? null : grain, now.shape) }))
        }
        width="100%"
      />
      <Box sx={{ display: 'flex', gap: 1, alignItems: 'center', flexWrap: 'wrap' }}>
        {pointing?.kind === 'datum' ? (
          <>
            <Typography>Click the edge that lies on the board’s own edge.</Typography>
            <Button onClick={() => onPoint(null)}>Never mind</Button>
          </>
        ) : (
          <Button variant="outlined" onClick={() => onPoint({ kind: 'datum' })}>
            {steps.datum ? 'Another datum edge' : 'Choose the datum edge'}
          </Button>
        )}
        {steps.datum && pointing?.kind !== 'datum' && (
          <Button onClick={() => desk.edit((now) => ({ ...now, datum: null }))}>No datum edge</Button>
        )}
      </Box>
    </>
  );
}
