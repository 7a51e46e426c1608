import {
  blankAbreast,
  circlePath,
  cutsOf,
  gangOfLayer,
  moved,
  placesOn,
  toSvgPathData,
  type DrillPlace,
  type Phase,
  type PlannedStack,
  type Point,
  type TemplateRevision,
} from '@rapid-jig/core';
import { DRAWN } from '../theme/drawn';
import { phaseWords } from '../words/stacks';
import { FigureAt } from './FigureAt';
import { svgMatrix } from './LayersFanned';
import { drawnSize } from './StackPicture';
import { woodFill } from './WoodDefs';

/** A cut or hole as it lies in the stack: SVG data, how it is moved there, and where it begins, by its id. */
export type StackLines = ReadonlyMap<string, { readonly data: string; readonly move: string; readonly start: Point }>;

export function linesOf({ gangs }: PlannedStack, revisions: readonly TemplateRevision[]): StackLines {
  const parts = new Map(revisions.flatMap(({ template }) => template.parts).map((part) => [part.id, part]));
  return new Map(
    gangs.flatMap((gang) =>
      gang.parts.flatMap(({ partId }) => {
        const part = parts.get(partId);
        const cuts = part ? cutsOf(part).map(({ cut }) => [cut.id, cut.path] as const) : [];
        const holes = (part?.holes ?? []).map(
          ({ id, center, diameterMm }) => [id, circlePath(center, diameterMm / 2)] as const,
        );
        return [...cuts, ...holes].map(([id, path]) => {
          const line = { data: toSvgPathData(path), move: svgMatrix(gang.at), start: moved(gang.at, path.start) };
          return [id, line] as const;
        });
      }),
    ),
  );
}

interface StackFromAboveProps {
  readonly stack: PlannedStack;
  readonly phase: Phase;
  readonly lines: StackLines;
  /** Pixels; the width follows. */
  readonly height: number | string;
  /** Cuts and holes in the strong colour; all of the phase where it is left out. */
  readonly strong?: readonly string[];
  /** Ids of cuts that are numbered, in their order. */
  readonly numbered?: readonly string[];
  /** So many passes that lie side by side on one blank. */
  readonly abreast?: number;
  /** Holes to drill, each as large as its bit. */
  readonly drilled?: readonly Pick<DrillPlace, 'id' | 'at' | 'diameterMm'>[];
}

/** The stack from above: what is meant in the strong colour, all else faint, brads as crosses. */
export function StackFromAbove({
  stack,
  phase,
  lines,
  height,
  strong,
  numbered = [],
  drilled = [],
  abreast = 1,
}: StackFromAboveProps) {
  const [top] = stack.gangs;
  if (!top) return null;
  const { margin } = top.blank;
  const { strip } = stack;
  const [across, up] = drawnSize(top, abreast > 1 ? blankAbreast(top, stack, abreast) : undefined);
  const places = strip && abreast > 1 ? placesOn(strip, abreast) : HERE;
  const { box } = top;
  // Further rows lie above the first.
  const highest = -box.maxY - margin - (up - drawnSize(top)[1]);
  const own = new Set(strong ?? [...phase.cuts.map(({ cutId }) => cutId), ...phase.holes.map(({ holeId }) => holeId)]);
  const figure = Math.max(across, up) / 26;
  return (
    <svg
      role="img"
      aria-label={`From above: ${phaseWords(phase)}`}
      viewBox={[box.minX - margin, highest, across, up].map(String).join(' ')}
      style={{ height, maxWidth: '100%' }}
    >
      <rect
        x={box.minX - margin}
        y={highest}
        width={across}
        height={up}
        fill={woodFill(gangOfLayer(phase.layerIds[0] ?? '', stack).wood.id)}
        stroke="var(--rj-palette-edge)"
        {...bladeWidth}
      />
      {places.map(({ x, y }) => (
        <g key={`${String(x)} ${String(y)}`} transform={`translate(${String(x)} ${String(-y)})`}>
          <PassFromAbove {...{ lines, own, numbered, drilled, figure }} brads={stack.held.brads} />
        </g>
      ))}
    </svg>
  );
}

const HERE: readonly Point[] = [{ x: 0, y: 0 }];

interface PassFromAboveProps extends Required<Pick<StackFromAboveProps, 'lines' | 'numbered' | 'drilled'>> {
  readonly own: ReadonlySet<string>;
  readonly brads: readonly Point[];
  /** Size of a figure, mm. */
  readonly figure: number;
}

const bladeWidth = { vectorEffect: 'non-scaling-stroke' as const };

/** The lines, holes and brads of one pass. */
function PassFromAbove({ lines, own, numbered, drilled, brads, figure }: PassFromAboveProps) {
  return (
    <>
      {[...lines].map(([id, { data, move }]) => (
        <g key={id} transform={move}>
          {own.has(id) && <path d={data} fill="none" stroke={DRAWN.opening} strokeWidth="5" {...bladeWidth} />}
          <path
            d={data}
            fill="none"
            stroke={own.has(id) ? 'var(--rj-palette-line)' : DRAWN.pencil}
            strokeWidth={own.has(id) ? 2.4 : 0.8}
            strokeDasharray={own.has(id) ? undefined : '3 3'}
            {...bladeWidth}
          />
        </g>
      ))}
      {numbered.map((id, i) => {
        const at = lines.get(id)?.start;
        return (
          at && (
            <g key={id}>
              <circle cx={at.x} cy={-at.y} r={figure * 0.75} fill={DRAWN.opening} stroke="var(--rj-palette-line)" />
              <FigureAt at={at} size={figure}>
                {i + 1}
              </FigureAt>
            </g>
          )
        );
      })}
      {drilled.map(({ id, at, diameterMm }, i) => (
        <g key={`${id} ${String(i)}`} stroke={DRAWN.danger} fill="none">
          <circle cx={at.x} cy={-at.y} r={diameterMm / 2} fill={DRAWN.opening} strokeWidth="2.5" {...bladeWidth} />
          <path
            d={`M${String(at.x - figure * 0.6)} ${String(-at.y)}h${String(figure * 1.2)}M${String(at.x)} ${String(-at.y - figure * 0.6)}v${String(figure * 1.2)}`}
            strokeWidth="2"
            {...bladeWidth}
          />
        </g>
      ))}
      {brads.map(({ x, y }) => (
        <path
          key={`${String(x)} ${String(y)}`}
          d={`M${String(x - 2)} ${String(-y - 2)}l4 4m0 -4l-4 4`}
          stroke={DRAWN.danger}
          strokeWidth="2"
          {...bladeWidth}
        />
      ))}
    </>
  );
}
