import { useEffect, useMemo, useState } from 'react';
import {
  Box,
  Button,
  FormControlLabel,
  Slider,
  Switch,
  ToggleButton,
  ToggleButtonGroup,
  Typography,
} from '@mui/material';
import type { OrderedCut, PhaseOrder, PlannedStack, SawnCorner } from '@rapid-jig/core';
import { gangOfLayer } from '@rapid-jig/core';
import { cornerWords } from '../words/sawing';
import { DRAWN } from '../theme/drawn';
import { FIGURE } from '../theme/theme';
import { FigureAt } from './FigureAt';
import { lineData } from './line-data';
import { Measure } from './Measure';
import { SawTrack, type SawMoment } from './saw-track';
import { drawnSize } from './StackPicture';
import { woodFill } from './WoodDefs';

interface SawPlayProps {
  readonly stack: PlannedStack;
  readonly order: PhaseOrder;
  /** How long sawing it takes, as planned. */
  readonly minutes: number;
  /** Puts the cuts in another order, by their ids. */
  readonly onOrder: (cutIds: readonly string[]) => void;
}

/** So many mm into a cut, which stays in view when it is moved to another place of the order. */
interface SawPlace {
  readonly cutId: string;
  readonly intoMm: number;
}

const mmAt = ({ cutId, intoMm }: SawPlace, track: SawTrack, { cuts }: PhaseOrder): number =>
  (track.begins[cuts.findIndex((cut) => cut.cutId === cutId)] ?? 0) + intoMm;

function placeAt(mm: number, track: SawTrack, { cuts }: PhaseOrder): SawPlace {
  const cut = track.at(mm)?.cut ?? 0;
  return { cutId: cuts[cut]?.cutId ?? '', intoMm: mm - (track.begins[cut] ?? 0) };
}

const SPEEDS = [1, 10, 60] as const;

/** The cuts of a phase one after the other, as fast as they are planned to be sawn or faster: kerf, freed waste, what holds. */
export function SawPlay({ stack, order, minutes, onOrder }: SawPlayProps) {
  const track = useMemo(() => new SawTrack(order.cuts), [order]);
  const [place, setPlace] = useState<SawPlace>({ cutId: order.cuts[0]?.cutId ?? '', intoMm: 0 });
  const mm = mmAt(place, track, order);
  const setMm = (next: number): void => setPlace(placeAt(next, track, order));
  const [speed, setSpeed] = useState<number>(10);
  const [isPlaying, setPlaying] = useState(false);
  const [isTurned, setTurned] = useState(false);
  const perSecond = minutes > 0 ? track.lengthMm / (minutes * 60) : track.lengthMm / 60;
  useEffect(() => {
    if (!isPlaying) return;
    let frame = 0;
    let last = performance.now();
    const step = (now: number): void => {
      const gone = ((now - last) / 1000) * speed * perSecond;
      last = now;
      setPlace((before) => placeAt(Math.min(track.lengthMm, mmAt(before, track, order) + gone), track, order));
      frame = requestAnimationFrame(step);
    };
    frame = requestAnimationFrame(step);
    return () => cancelAnimationFrame(frame);
  }, [isPlaying, speed, perSecond, track, order]);
  const moment = track.at(mm);
  const move = (to: number): void => {
    const ids = order.cuts.map(({ cutId }) => cutId);
    const [id] = ids.splice(moment?.cut ?? 0, 1);
    if (id === undefined) return;
    ids.splice(to, 0, id);
    setPlaying(false);
    onOrder(ids);
  };
  const cut = moment ? order.cuts[moment.cut] : undefined;
  const jump = (by: number): void => {
    const now = moment?.cut ?? 0;
    setMm(track.begins[Math.max(0, Math.min(order.cuts.length, now + by))] ?? 0);
  };
  const isOver = mm >= track.lengthMm;
  return (
    <Box sx={{ flex: 1, display: 'flex', flexDirection: 'column' }}>
      <Scene stack={stack} order={order} moment={moment} isOver={isOver} isTurned={isTurned} />
      <Box sx={{ display: 'flex', gap: 1, alignItems: 'center', flexWrap: 'wrap', mt: 1 }}>
        <Button
          variant="contained"
          onClick={() => {
            if (isOver) setMm(0);
            setPlaying(!isPlaying || isOver);
          }}
        >
          {isPlaying && !isOver ? 'Stop' : 'Play'}
        </Button>
        <Button onClick={() => jump(-1)}>Cut before</Button>
        <Button onClick={() => jump(1)}>Next cut</Button>
        <ToggleButtonGroup
          exclusive
          size="small"
          aria-label="Speed"
          value={speed}
          onChange={(_event, next: number | null) => next !== null && setSpeed(next)}
        >
          {SPEEDS.map((one) => (
            <ToggleButton key={one} value={one}>
              {one} ×
            </ToggleButton>
          ))}
        </ToggleButtonGroup>
        <FormControlLabel
          control={<Switch checked={isTurned} onChange={(_event, turned) => setTurned(turned)} />}
          label="Turn the work as hands do"
        />
      </Box>
      <Slider
        aria-label="How far it is sawn"
        value={mm}
        min={0}
        max={Math.max(1, track.lengthMm)}
        onChange={(_event, value) => {
          setPlaying(false);
          setMm(Number(value));
        }}
      />
      <Typography role="status" aria-label="Cut in view">
        {cut && moment ? <CutTold cut={cut} number={moment.cut + 1} of={order.cuts.length} /> : 'Nothing is sawn here.'}
      </Typography>
      {moment && order.cuts.length > 1 && (
        <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', mt: 0.5 }}>
          <Button size="small" disabled={moment.cut === 0} onClick={() => move(0)}>
            Saw it first
          </Button>
          <Button size="small" disabled={moment.cut === 0} onClick={() => move(moment.cut - 1)}>
            Earlier
          </Button>
          <Button size="small" disabled={moment.cut === order.cuts.length - 1} onClick={() => move(moment.cut + 1)}>
            Later
          </Button>
          <Button
            size="small"
            disabled={moment.cut === order.cuts.length - 1}
            onClick={() => move(order.cuts.length - 1)}
          >
            Saw it last
          </Button>
        </Box>
      )}
    </Box>
  );
}

const KIND_WORDS = { inside: 'an inside cut', through: 'a through cut', outside: 'the outline' } as const;

function CutTold({ cut, number, of }: { readonly cut: OrderedCut; readonly number: number; readonly of: number }) {
  return (
    <>
      <b style={FIGURE}>
        {number} of {of}
      </b>
      , {KIND_WORDS[cut.kind]}
      {cut.thinMm === null ? (
        ': plenty of wood holds it.'
      ) : cut.thinMm === 0 ? (
        ': in the end no wood holds it any more.'
      ) : (
        <>
          : at its worst moment <Measure mm={cut.thinMm} /> of wood holds it. Slowly there, a finger beside it.
        </>
      )}
      {cut.round !== null &&
        ' Clockwise all round, seen from above: the table is tilted, and both ways give two sizes.'}
      {cut.corners.length > 0 && ` ${cornerWords(cut.corners)}`}
    </>
  );
}

/** As large as what it stands in leaves room for. */
const SCENE = { display: 'block', width: '100%', flex: '1 1 200px', minHeight: 200 } as const;

interface SceneProps {
  readonly stack: PlannedStack;
  readonly order: PhaseOrder;
  readonly moment: SawMoment | null;
  readonly isOver: boolean;
  readonly isTurned: boolean;
}

function Scene({ stack, order, moment, isOver, isTurned }: SceneProps) {
  const [top] = stack.gangs;
  const layer = stack.phases.find(({ key }) => key === order.phaseKey)?.layerIds[0];
  if (!top || layer === undefined) return null;
  const { box, blank } = top;
  const [across, up] = drawnSize(top);
  // Turned by hands, the blade stays where it is and the work goes round it.
  const room = Math.hypot(across, up) * 0.6;
  const view =
    isTurned && moment
      ? [moment.at.x - room, -moment.at.y - room, 2 * room, 2 * room]
      : [box.minX - blank.margin, -box.maxY - blank.margin, across, up];
  // The cut goes towards the one who saws: down on the screen.
  const degrees = isTurned && moment ? 90 + (moment.heading * 180) / Math.PI : 0;
  const at = (i: number): 'done' | 'now' | 'ahead' =>
    isOver || (moment && i < moment.cut) ? 'done' : moment && i === moment.cut ? 'now' : 'ahead';
  return (
    <svg role="img" aria-label="The work as it is sawn" viewBox={view.map((n) => n.toFixed(2)).join(' ')} style={SCENE}>
      <g
        transform={
          moment && isTurned
            ? `rotate(${degrees.toFixed(2)} ${moment.at.x.toFixed(2)} ${(-moment.at.y).toFixed(2)})`
            : undefined
        }
      >
        <rect
          x={box.minX - blank.margin}
          y={-box.maxY - blank.margin}
          width={across}
          height={up}
          fill={woodFill(gangOfLayer(layer, stack).wood.id)}
          // Drawn this large its figure would be louder than the cuts.
          fillOpacity={0.5}
          stroke="var(--rj-palette-edge)"
          vectorEffect="non-scaling-stroke"
        />
        {order.cuts.map((cut, i) => (
          <path
            key={cut.cutId}
            d={lineData(cut.points) + (cut.kind === 'through' ? '' : 'Z')}
            fill={cut.kind === 'inside' && at(i) === 'done' ? DRAWN.opening : 'none'}
            stroke={at(i) === 'done' ? DRAWN.kerf : DRAWN.ink}
            strokeWidth={at(i) === 'done' ? cut.kerfMm : 2}
            strokeDasharray={at(i) === 'done' ? undefined : '4 3'}
            {...(at(i) === 'done' ? {} : { vectorEffect: 'non-scaling-stroke' as const })}
          />
        ))}
        {moment && !isOver && <Corners corners={order.cuts[moment.cut]?.corners ?? []} size={Math.max(across, up)} />}
        {moment && !isOver && <Blade moment={moment} kerfMm={order.cuts[moment.cut]?.kerfMm ?? 1} />}
      </g>
    </svg>
  );
}

/** More corners than these are not numbered: nobody could tell the figures apart. */
const MOST_NUMBERED = 40;

/** The corners of the cut in view, by the numbers under which they are told. */
function Corners({ corners, size }: { readonly corners: readonly SawnCorner[]; readonly size: number }) {
  if (corners.length > MOST_NUMBERED) return null;
  const figure = size / 50;
  return corners.map(({ at }, i) => (
    <FigureAt key={i} at={at} size={figure} halo={figure / 4}>
      {i + 1}
    </FigureAt>
  ));
}

/** The kerf of the cut in hand at its width, and the blade at its end. */
function Blade({ moment: { sawn, at }, kerfMm }: { readonly moment: SawMoment; readonly kerfMm: number }) {
  return (
    <>
      <path d={lineData(sawn)} fill="none" stroke="var(--rj-palette-line)" strokeWidth={Math.max(kerfMm, 0.8)} />
      <circle cx={at.x} cy={-at.y} r={Math.max(1.6, kerfMm * 1.5)} fill={DRAWN.danger} />
    </>
  );
}
