import { formatLength, type LengthUnit, type PartUnderstanding, type Point } from '@rapid-jig/core';
import { LABEL_HEIGHT, placeLabels } from '../../drawing/place-labels';
import type { Pointing } from './ShapePanel';
import { DRAWN } from '../../theme/drawn';

/** More bits than this are not lettered: the figures would cover the drawing. */
const MOST_LETTERED = 14;
const TEXT_PX = 12;

/** A letter of the figures is about this wide. */
const LETTER_PX = 6.6;

const flip = ({ x, y }: Point): { x: number; y: number } => ({ x, y: -y });

interface Told {
  readonly at: Point;
  readonly text: string;
}

/** Figures beside the places where they were measured, on a ground that keeps them readable on any wood, none over another. */
function Labels({ told, px }: { readonly told: readonly Told[]; readonly px: number }) {
  const widths = told.map(({ text }) => text.length * LETTER_PX + 8);
  const places = placeLabels(told.map(({ at }, i) => ({ x: at.x / px, y: -at.y / px, width: widths[i] ?? 0 })));
  return (
    <g transform={`scale(${String(px)})`} pointerEvents="none">
      {told.map(({ text }, i) => (
        <g key={text} transform={`translate(${String(places[i]?.left ?? 0)} ${String(places[i]?.top ?? 0)})`}>
          <rect
            width={widths[i]}
            height={LABEL_HEIGHT}
            rx={3}
            fill={DRAWN.halo}
            fillOpacity={0.92}
            stroke={DRAWN.edge}
            strokeWidth={0.8}
          />
          <text x={4} y={12.5} fontSize={TEXT_PX} fill={DRAWN.ink}>
            {text}
          </text>
        </g>
      ))}
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
  const [firstPierce] = pierce.length <= MOST_LETTERED ? pierce : [];
  const told: Told[] = [
    ...(tightest ? [{ at: tightest.at, text: `curve ${mm(tightest.radius)}` }] : []),
    ...(bridge ? [{ at: bridge.to, text: `bridge ${mm(bridge.width)}` }] : []),
    ...(firstPierce ? [{ at: firstPierce.at, text: `bit ${mm(firstPierce.bitMm)}` }] : []),
  ];
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
      <Labels told={told} px={px} />
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
      {pointing?.kind === 'seen' && <Ring at={pointing.at} px={px} radius={14} colour={DANGER} dash="" />}
      {points.map((at, i) => (
        <Dot key={i} at={at} px={px} radius={5} fill={DANGER} />
      ))}
    </g>
  );
}
