import { formatLength, type LengthUnit, type PartUnderstanding, type Point } from '@rapid-jig/core';
import type { Pointing } from './ShapePanel';
import { DRAWN } from '../../theme/drawn';

/** More bits than this are not lettered: the figures would cover the drawing. */
const MOST_LETTERED = 14;
const TEXT_PX = 12;

const flip = ({ x, y }: Point): { x: number; y: number } => ({ x, y: -y });

interface LabelProps {
  readonly at: Point;
  readonly px: number;
  readonly text: string;
  /** Below the place instead of above it. */
  readonly below?: boolean;
}

/** A figure beside the place where it was measured, on a ground that keeps it readable on any wood. */
function Label({ at, px, text, below = false }: LabelProps) {
  const { x, y } = flip({ x: at.x, y: at.y - (below ? 26 * px : 0) });
  return (
    <g transform={`translate(${String(x)} ${String(y)}) scale(${String(px)})`} pointerEvents="none">
      <rect
        x={7}
        y={-19}
        width={text.length * 6.6 + 8}
        height={17}
        rx={3}
        fill={DRAWN.halo}
        fillOpacity={0.92}
        stroke={DRAWN.edge}
        strokeWidth={0.8}
      />
      <text x={11} y={-6.5} fontSize={TEXT_PX} fill={DRAWN.ink}>
        {text}
      </text>
    </g>
  );
}

interface MeasuredOverlayProps {
  readonly part: PartUnderstanding;
  readonly px: number;
  readonly unit: LengthUnit;
}

const DANGER = DRAWN.danger;
const INK = DRAWN.ink;

/** What was measured, on the drawing where it is: bridge, curve, tips, pierce holes, corners, pieces, centre of mass. */
export function MeasuredOverlay({ part, px, unit }: MeasuredOverlayProps) {
  const { bridge, tightest, tips, pierce, noPierce, corners, stand, pieces } = part;
  const mm = (value: number): string => formatLength(value, unit);
  const lettered = pierce.length <= MOST_LETTERED;
  return (
    <g data-testid="measured">
      {pieces.pieces.map(({ outline, holes }, i) => (
        <path
          key={i}
          d={[outline, ...holes]
            .map((ring) => `M${ring.map(({ x, y }) => `${String(x)} ${String(-y)}`).join('L')}Z`)
            .join('')}
          fill={DRAWN.areas[i % 2]}
          fillOpacity={0.14}
          stroke="none"
          pointerEvents="none"
        />
      ))}
      {corners
        .filter(({ inside, kind }) => inside && kind !== 'blunt')
        .map(({ at }, i) => (
          <Dot key={i} at={at} px={px} radius={3} fill={INK} />
        ))}
      {tips.map(({ at }, i) => (
        <Ring key={i} at={at} px={px} radius={8} colour={DANGER} dash="3 2" />
      ))}
      {tightest && (
        <>
          <circle
            cx={tightest.at.x}
            cy={-tightest.at.y}
            r={4 * px}
            fill="none"
            stroke={INK}
            strokeWidth={2}
            vectorEffect="non-scaling-stroke"
          />
          <Label at={tightest.at} px={px} text={`curve ${mm(tightest.radius)}`} />
        </>
      )}
      {bridge && (
        <>
          <path
            d={`M${String(bridge.from.x)} ${String(-bridge.from.y)}L${String(bridge.to.x)} ${String(-bridge.to.y)}`}
            stroke={DANGER}
            strokeWidth={3}
            vectorEffect="non-scaling-stroke"
          />
          <Label at={bridge.to} px={px} text={`bridge ${mm(bridge.width)}`} />
        </>
      )}
      {pierce.map(({ at, bitMm }, i) => (
        <g key={i}>
          <circle
            cx={at.x}
            cy={-at.y}
            r={bitMm / 2}
            fill={DRAWN.halo}
            stroke={INK}
            strokeWidth={1.2}
            vectorEffect="non-scaling-stroke"
          />
          {lettered && i === 0 && <Label at={at} px={px} text={`bit ${mm(bitMm)}`} below />}
        </g>
      ))}
      {noPierce.map(({ at }, i) => (
        <Ring key={i} at={at} px={px} radius={9} colour={DANGER} dash="" />
      ))}
      <g
        transform={`translate(${String(stand.center.x)} ${String(-stand.center.y)}) scale(${String(px)})`}
        pointerEvents="none"
      >
        <title>Centre of mass</title>
        <circle r={6} fill={DRAWN.halo} fillOpacity={0.7} stroke={INK} />
        <path d="M0 -6A6 6 0 0 1 6 0H0ZM0 6A6 6 0 0 1 -6 0H0Z" fill={INK} />
      </g>
    </g>
  );
}

function Dot({
  at,
  px,
  radius,
  fill,
}: {
  readonly at: Point;
  readonly px: number;
  readonly radius: number;
  readonly fill: string;
}) {
  const { x, y } = flip(at);
  return <circle cx={x} cy={y} r={radius * px} fill={fill} pointerEvents="none" />;
}

interface RingProps {
  readonly at: Point;
  readonly px: number;
  readonly radius: number;
  readonly colour: string;
  readonly dash: string;
}

function Ring({ at, px, radius, colour, dash }: RingProps) {
  const { x, y } = flip(at);
  return (
    <circle
      cx={x}
      cy={y}
      r={radius * px}
      fill="none"
      stroke={colour}
      strokeWidth={2}
      strokeDasharray={dash || undefined}
      vectorEffect="non-scaling-stroke"
      pointerEvents="none"
    />
  );
}

interface PointedOverlayProps {
  readonly pointing: Pointing | null;
  readonly datum: { readonly from: Point; readonly to: Point } | null;
  readonly px: number;
}

/** The datum edge, and the points just clicked. */
export function PointedOverlay({ pointing, datum, px }: PointedOverlayProps) {
  const points = pointing?.kind === 'distance' ? pointing.points : [];
  const [from, to] = points;
  return (
    <g pointerEvents="none">
      {datum && (
        <path
          d={`M${String(datum.from.x)} ${String(-datum.from.y)}L${String(datum.to.x)} ${String(-datum.to.y)}`}
          stroke={INK}
          strokeWidth={5}
          vectorEffect="non-scaling-stroke"
        />
      )}
      {from && to && (
        <path
          d={`M${String(from.x)} ${String(-from.y)}L${String(to.x)} ${String(-to.y)}`}
          stroke={DANGER}
          strokeWidth={2}
          strokeDasharray="6 3"
          vectorEffect="non-scaling-stroke"
        />
      )}
      {points.map((at, i) => (
        <Dot key={i} at={at} px={px} radius={5} fill={DANGER} />
      ))}
    </g>
  );
}
