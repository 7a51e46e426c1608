import { gangOfLayer, stackName, type CutBlank, type PlannedStack, type StackedGang } from '@rapid-jig/core';
import { Measure } from './Measure';
import { counted } from '../words/counted';
import type { DrawnPart } from './paths';
import { PartShape } from './PartPicture';
import { DRAWN } from '../theme/drawn';
import { woodEdge, woodFill } from './WoodDefs';

interface StackPictureProps {
  readonly stack: PlannedStack;
  readonly drawn: ReadonlyMap<string, DrawnPart>;
  /** Pixels for a mm: the same for every stack on the wall. */
  readonly scale: number;
  /** Path data of the cuts that are pointed out, '' for none. */
  readonly shown: string;
}

/** Room beside the drawing for the figures that stand where they are measured. */
const FIGURE_ROOM = 58;
const GAP = 12;
/** Height of a figure's line. */
const LINE_PX = 20;

/** The blank of a gang, or another of its wood, as it is drawn, mm: across and up, whichever way its grain runs. */
export const drawnSize = (
  { grain, blank }: StackedGang,
  { length, width }: Pick<CutBlank, 'length' | 'width'> = blank,
): readonly [across: number, up: number] => (grain === 'along-y' ? [width, length] : [length, width]);

/** A stack from above and, below it at the same scale, from the side: layers in their wood, the pattern on top. */
export function StackPicture({ stack, drawn, scale, shown }: StackPictureProps) {
  const { gangs, layers, stackHeightMm } = stack;
  const [top] = gangs;
  if (!top) return null;
  const [across, up] = drawnSize(top);
  const [width, depth, height] = [across * scale, up * scale, stackHeightMm * scale];
  const parts = top.parts.flatMap(({ partId }) => drawn.get(partId) ?? []);
  const woods = [...new Set(gangs.map(({ wood }) => wood.name))].join(' and ');
  const side = depth + GAP;
  // Of a small stack the two figures beside it would cover each other.
  const upAt = depth / 2 - LINE_PX / 2;
  const heightAt = Math.max(side + height / 2 - LINE_PX / 2, upAt + LINE_PX);
  return (
    <figure style={{ margin: 0, position: 'relative', width: width + FIGURE_ROOM, maxWidth: '100%' }}>
      <svg
        style={{ display: 'block' }}
        width={width + 2}
        height={Math.max(side + height + 6, heightAt + LINE_PX)}
        role="img"
        aria-label={`${stackName(stack)}: ${counted(layers.length, 'layer')} of ${woods}, from above and from the side`}
      >
        <g transform="translate(1 1)">
          <rect width={width} height={depth} fill={woodFill(top.wood.id)} stroke="var(--rj-palette-edge)" />
          <g
            transform={`scale(${String(scale)}) translate(${String(top.blank.margin - top.box.minX)} ${String(top.blank.margin + top.box.maxY)})`}
          >
            {parts.map((part, i) => (
              <PartShape key={i} drawn={part} woodId={null} />
            ))}
            {shown !== '' && (
              // With a light edge, so that it is seen on any wood.
              <g fill="none">
                <path d={shown} stroke={DRAWN.opening} strokeWidth="8" vectorEffect="non-scaling-stroke" />
                <path
                  d={shown}
                  stroke="var(--rj-palette-warning-main)"
                  strokeWidth="4"
                  vectorEffect="non-scaling-stroke"
                />
              </g>
            )}
          </g>
          <g transform={`translate(0 ${String(side)})`}>
            <StackSide stack={stack} width={width} scale={scale} />
          </g>
          <path d={`M0 ${String(side)}H${String(width)}`} stroke="var(--rj-palette-line)" strokeWidth="2.5" />
        </g>
      </svg>
      <Dimension left={width + 6} top={upAt}>
        <Measure mm={up} />
      </Dimension>
      <Dimension left={width + 6} top={heightAt}>
        <strong>
          <Measure mm={stackHeightMm} />
        </strong>
      </Dimension>
      <figcaption style={{ width, textAlign: 'center', ...CAPTION }}>
        <Measure mm={across} />
      </figcaption>
    </figure>
  );
}

interface StackSideProps {
  readonly stack: PlannedStack;
  readonly width: number;
  /** Pixels for a mm, upwards. */
  readonly scale: number;
  /** Layers that are meant: the others stand back. All where it is left out. */
  readonly only?: readonly string[];
}

/** The layers of a stack from the side, the first on top, each in its wood. */
export function StackSide({ stack, width, scale, only }: StackSideProps) {
  let y = 0;
  return stack.layers.flatMap(({ id }) =>
    gangOfLayer(id, stack).plies.map(({ thicknessMm, wood }, ply) => {
      const top = y;
      y += thicknessMm * scale;
      return (
        <rect
          key={`${id} ${String(ply)}`}
          y={top}
          width={width}
          height={thicknessMm * scale}
          fill={woodEdge(wood.id)}
          stroke="var(--rj-palette-edge)"
          // Boards that are glued up part by a fine line.
          strokeWidth={ply === 0 ? 1 : 0.4}
          opacity={only && !only.includes(id) ? 0.25 : 1}
        />
      );
    }),
  );
}

const CAPTION = {
  fontSize: '0.8rem',
  lineHeight: `${String(LINE_PX)}px`,
  color: 'var(--rj-palette-text-secondary)',
} as const;

function Dimension({
  left,
  top,
  children,
}: {
  readonly left: number;
  readonly top: number;
  readonly children: React.ReactNode;
}) {
  return <span style={{ position: 'absolute', left, top, ...CAPTION }}>{children}</span>;
}
