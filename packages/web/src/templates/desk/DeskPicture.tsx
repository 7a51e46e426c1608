import { useEffect, useMemo, useRef, useState } from 'react';
import { Box, IconButton } from '@mui/material';
import { IconZoomIn, IconZoomOut, IconZoomScan } from '@tabler/icons-react';
import type { DrawingFault, LineKind, Point } from '@rapid-jig/core';
import { Rule } from '../../drawing/Rule';
import { woodFill } from '../../drawing/WoodDefs';
import { useUnit } from '../../use-services';
import type { ShownDrawing, ShownLine } from '../../workers/reader.worker';
import { useDeskKeys } from './desk-keys';
import { DRAWN } from '../../theme/drawn';

interface DeskPictureProps {
  readonly drawing: ShownDrawing;
  readonly woodId: string;
  readonly chosen: string | null;
  readonly onChoose: (line: string) => void;
  /** Given while a place on the drawing is asked for: clicks then give the place, and how near counts as on it. */
  readonly onPlace: ((at: Point, reach: number) => void) | null;
  readonly faults: readonly DrawingFault[];
  readonly onFault: (id: string) => void;
  /** What is marked on the drawing, drawn in mm with y down; `px` is one pixel in mm. */
  readonly overlay: (px: number) => React.ReactNode;
  readonly maxHeight: number;
}

/** Steps of the magnifier. */
const ZOOM = [1, 1.5, 2, 3, 5, 8] as const;
/** A click this near counts as on the line, px. */
const NEAR_PX = 12;
/** An arrow key moves the pointer this far, px. */
const KEY_PX = 4;
const LINE_KEYS = 'Arrow keys choose one line after the other.';
const PLACE_KEYS = 'Arrow keys move the pointer, with Shift farther; Enter sets it.';

/** The drawing true to scale between two rules: lines by what they are, faults where they are, and what is measured. */
export function DeskPicture(props: DeskPictureProps) {
  const { drawing, maxHeight } = props;
  const { unit } = useUnit();
  const [zoom, setZoom] = useState(0);
  const [frame, room] = useRoom();
  const { width, height } = drawing;
  const fit = Math.min((room - RULE_PX) / width, maxHeight / height, 30);
  const scale = fit * (ZOOM[zoom] ?? 1);
  return (
    <Box ref={frame}>
      <Magnifier zoom={zoom} onZoom={setZoom} />
      <Box sx={{ overflow: 'auto', maxWidth: '100%', maxHeight: maxHeight + 60, pt: 2, pr: 2 }}>
        <Box sx={{ display: 'grid', gridTemplateColumns: '26px 1fr', gap: 1, width: 'fit-content' }}>
          <Rule lengthMm={height} scale={scale} unit={unit} upright />
          <DeskLines {...props} scale={scale} />
          <span />
          <Rule lengthMm={width} scale={scale} unit={unit} />
        </Box>
      </Box>
    </Box>
  );
}

/** The rule at the side, and air, px. */
const RULE_PX = 64;
const MOST_ROOM_PX = 720;

/** How much room there is across, px, as the window changes. */
function useRoom(): [React.RefObject<HTMLDivElement | null>, number] {
  const frame = useRef<HTMLDivElement>(null);
  const [room, setRoom] = useState(MOST_ROOM_PX);
  useEffect(() => {
    if (!frame.current) return;
    const watch = new ResizeObserver(([entry]) => {
      if (entry) setRoom(Math.min(MOST_ROOM_PX, entry.contentRect.width));
    });
    watch.observe(frame.current);
    return () => watch.disconnect();
  }, []);
  return [frame, room];
}

function Magnifier({ zoom, onZoom }: { readonly zoom: number; readonly onZoom: (zoom: number) => void }) {
  return (
    <Box sx={{ display: 'flex', justifyContent: 'end' }}>
      <IconButton aria-label="Nearer" disabled={zoom === ZOOM.length - 1} onClick={() => onZoom(zoom + 1)}>
        <IconZoomIn size={18} />
      </IconButton>
      <IconButton aria-label="Further away" disabled={zoom === 0} onClick={() => onZoom(zoom - 1)}>
        <IconZoomOut size={18} />
      </IconButton>
      <IconButton aria-label="The whole drawing" disabled={zoom === 0} onClick={() => onZoom(0)}>
        <IconZoomScan size={18} />
      </IconButton>
    </Box>
  );
}

function DeskLines({
  drawing,
  woodId,
  chosen,
  onChoose,
  onPlace,
  faults,
  onFault,
  overlay,
  scale,
}: DeskPictureProps & { readonly scale: number }) {
  const svg = useRef<SVGSVGElement>(null);
  const { width, height, lines } = drawing;
  const byArea = useMemo(() => [...lines].sort((a, b) => b.area - a.area), [lines]);
  const px = 1 / scale;
  const room = 14 * px;
  const place = (event: React.MouseEvent): void => {
    const box = svg.current?.getBoundingClientRect();
    if (!box || !onPlace) return;
    const at = {
      x: (event.clientX - box.left) / scale - room,
      y: height + room - (event.clientY - box.top) / scale,
    };
    onPlace(at, NEAR_PX * px);
  };
  const { pointer, onKeyDown } = useDeskKeys({
    drawing,
    chosen,
    onChoose,
    onPlace: onPlace ? (at) => onPlace(at, NEAR_PX * px) : null,
    stepMm: KEY_PX * px,
  });
  return (
    <svg
      ref={svg}
      role="application"
      aria-label={`The drawing: ${String(lines.length)} lines. ${onPlace ? PLACE_KEYS : LINE_KEYS}`}
      tabIndex={0}
      onKeyDown={onKeyDown}
      viewBox={`${String(-room)} ${String(-height - room)} ${String(width + 2 * room)} ${String(height + 2 * room)}`}
      width={(width + 2 * room) * scale}
      height={(height + 2 * room) * scale}
      style={{ margin: -14, cursor: onPlace ? 'crosshair' : undefined }}
      onClick={place}
    >
      {byArea.map((line) => (
        <DrawnShape
          key={line.id}
          line={line}
          woodId={woodId}
          chosen={line.id === chosen}
          onChoose={onPlace ? null : onChoose}
        />
      ))}
      {overlay(px)}
      {pointer && <Crosshair at={pointer} px={px} />}
      {faults.map((fault, i) => (
        <FaultMark key={fault.id} fault={fault} number={i + 1} px={px} onFault={onFault} />
      ))}
    </svg>
  );
}

/** Where keys have put the pointer. */
function Crosshair({ at, px }: { readonly at: Point; readonly px: number }) {
  return (
    <path
      transform={`translate(${String(at.x)} ${String(-at.y)}) scale(${String(px)})`}
      d="M-14 0H-3M3 0H14M0 -14V-3M0 3V14"
      stroke="var(--rj-palette-error-main)"
      strokeWidth={2}
      pointerEvents="none"
    />
  );
}

/** How each kind of line is drawn: colour, dashes in px, width in px. */
const LOOK: Readonly<Record<LineKind, readonly [stroke: string, dash: string, width: number]>> = {
  outline: ['var(--rj-palette-line)', '', 1.6],
  inside: ['var(--rj-palette-line)', '', 1.6],
  through: ['var(--rj-palette-line)', '9 3', 1.6],
  drilled: ['var(--rj-palette-text-primary)', '', 1.2],
  mark: [DRAWN.pencil, '2 3', 1.2],
  fold: [DRAWN.pencil, '9 3 2 3', 1.2],
  ignore: [DRAWN.faint, '1 5', 1],
};

function fillOf(line: ShownLine, woodId: string): string {
  if (!line.closed || line.kind === 'mark' || line.kind === 'fold' || line.kind === 'ignore') return 'none';
  return line.kind === 'outline' ? woodFill(woodId) : 'var(--rj-palette-background-default)';
}

interface DrawnShapeProps {
  readonly line: ShownLine;
  readonly woodId: string;
  readonly chosen: boolean;
  readonly onChoose: ((line: string) => void) | null;
}

function DrawnShape({ line, woodId, chosen, onChoose }: DrawnShapeProps) {
  const [stroke, dash, width] = LOOK[line.kind];
  return (
    <g
      onClick={onChoose ? () => onChoose(line.id) : undefined}
      style={{ cursor: onChoose ? 'pointer' : undefined }}
      data-line={line.id}
      data-kind={line.kind}
    >
      {line.kind === 'outline' && <path d={line.data} fill={DRAWN.bareWood} />}
      <path
        d={line.data}
        fill={fillOf(line, woodId)}
        fillOpacity={line.kind === 'outline' ? 0.65 : 1}
        stroke={chosen ? 'var(--rj-palette-warning-main)' : 'transparent'}
        strokeWidth={chosen ? 7 : 9}
        strokeOpacity={0.55}
        vectorEffect="non-scaling-stroke"
      />
      <path
        d={line.data}
        fill="none"
        stroke={stroke}
        strokeWidth={width}
        strokeDasharray={dash || undefined}
        vectorEffect="non-scaling-stroke"
        pointerEvents="none"
      />
    </g>
  );
}

interface FaultMarkProps {
  readonly fault: DrawingFault;
  readonly number: number;
  readonly px: number;
  readonly onFault: (id: string) => void;
}

/** A numbered ring round a fault; faint once the maker has decided. */
function FaultMark({ fault, number, px, onFault }: FaultMarkProps) {
  const { x, y } = fault.at;
  return (
    <g
      transform={`translate(${String(x)} ${String(-y)}) scale(${String(px)})`}
      opacity={fault.mended === null ? 1 : 0.35}
      onClick={() => onFault(fault.id)}
      style={{ cursor: 'pointer' }}
    >
      <circle r="9" fill="none" stroke="var(--rj-palette-error-main)" strokeWidth="2.2" />
      <circle cx="13" cy="-13" r="8.5" fill="var(--rj-palette-error-main)" />
      <text
        x="13"
        y="-9.2"
        textAnchor="middle"
        fontSize="11"
        fontWeight="600"
        fill="var(--rj-palette-error-contrastText)"
      >
        {number}
      </text>
    </g>
  );
}
