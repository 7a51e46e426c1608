import type { PlannedStack } from '@rapid-jig/core';
import { Measure } from './Measure';
import { counted } from '../words/counted';
import type { DrawnPart } from './paths';
import { PartShape } from './PartPicture';
import { woodEdge, woodFill } from './WoodDefs';

interface StackPictureProps {
  readonly stack: PlannedStack;
  readonly drawn: ReadonlyMap<string, DrawnPart>;
  /** Pixels for a mm: the same for every stack on the wall. */
  readonly scale: number;
}

/** Room beside the drawing for the figures that stand where they are measured. */
const FIGURE_ROOM = 58;
const GAP = 12;

/** A stack from above and, below it at the same scale, from the side: layers in their wood, the pattern on top. */
export function StackPicture({ stack, drawn, scale }: StackPictureProps) {
  const { gang, blank, layers, stackHeightMm } = stack;
  const [across, up] = gang.grain === 'along-y' ? [blank.width, blank.length] : [blank.length, blank.width];
  const [width, depth, height] = [across * scale, up * scale, stackHeightMm * scale];
  const layer = height / layers;
  const parts = gang.parts.flatMap(({ partId }) => drawn.get(partId) ?? []);
  const names = gang.parts.map(({ partName }) => partName).join(', ');
  const top = depth + GAP;
  return (
    <figure style={{ margin: 0, position: 'relative', width: width + FIGURE_ROOM, maxWidth: '100%' }}>
      <svg
        style={{ display: 'block' }}
        width={width + 2}
        height={top + height + 6}
        role="img"
        aria-label={`${names}: ${counted(layers, 'layer')} of ${gang.wood.name}, from above and from the side`}
      >
        <g transform="translate(1 1)">
          <rect width={width} height={depth} fill={woodFill(gang.wood.id)} stroke="var(--rj-palette-edge)" />
          <g
            transform={`scale(${String(scale)}) translate(${String(blank.margin - gang.box.minX)} ${String(blank.margin + gang.box.maxY)})`}
          >
            {parts.map((part, i) => (
              <PartShape key={i} drawn={part} woodId={null} />
            ))}
          </g>
          {Array.from({ length: layers }, (_, i) => (
            <rect
              key={i}
              y={top + i * layer}
              width={width}
              height={layer}
              fill={woodEdge(gang.wood.id)}
              stroke="var(--rj-palette-edge)"
              strokeWidth="1"
            />
          ))}
          <path d={`M0 ${String(top)}H${String(width)}`} stroke="var(--rj-palette-line)" strokeWidth="2.5" />
        </g>
      </svg>
      <Dimension left={width + 6} top={depth / 2 - 10}>
        <Measure mm={up} />
      </Dimension>
      <Dimension left={width + 6} top={top + height / 2 - 10}>
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

const CAPTION = { fontSize: '0.8rem', lineHeight: '20px', color: 'var(--rj-palette-text-secondary)' } as const;

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
