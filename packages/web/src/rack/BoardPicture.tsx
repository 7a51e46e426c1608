import type { Defect, StockItem } from '@rapid-jig/core';
import { woodFill } from '../drawing/WoodDefs';
import { DRAWN } from '../theme/drawn';

interface BoardPictureProps {
  readonly item: StockItem;
  /** Pixels for a mm. */
  readonly scale: number;
  /** Offcuts and strips too thin to be seen are drawn at least this high, px. */
  readonly leastPx?: number;
}

/** A board, sheet or dowel from above at scale, with its defects. */
export function BoardPicture({ item, scale, leastPx = 5 }: BoardPictureProps) {
  const length = (item.length?.mm ?? 0) * scale;
  const width = Math.max(leastPx, (item.width?.mm ?? item.thickness?.mm ?? 0) * scale);
  return (
    <svg width={length + 2} height={width + 2} aria-hidden focusable="false" style={{ display: 'block' }}>
      <g transform="translate(1 1)">
        <rect width={length} height={width} rx={item.kind === 'dowel' ? width / 2 : 1} fill={DRAWN.bareWood} />
        <rect
          width={length}
          height={width}
          rx={item.kind === 'dowel' ? width / 2 : 1}
          fill={woodFill(item.woodId ?? '')}
          stroke="var(--rj-palette-edge)"
        />
        <g transform={`translate(0 ${String(width)}) scale(${String(scale)} ${String(-scale)})`}>
          {item.defects.map((defect, i) => (
            <DefectShape key={i} defect={defect} />
          ))}
        </g>
      </g>
    </svg>
  );
}

/** A defect in mm, y up: an ellipse for a knot, a rectangle for a split or wane; both hatched dark. */
export function DefectShape({ defect: { kind, x, y, length, width } }: { readonly defect: Defect }) {
  return kind === 'knot' ? (
    <ellipse
      cx={x + length / 2}
      cy={y + width / 2}
      rx={length / 2}
      ry={width / 2}
      fill={DRAWN.knot}
      fillOpacity={0.8}
    />
  ) : (
    <rect x={x} y={y} width={length} height={width} fill={DRAWN.knot} fillOpacity={0.55} />
  );
}
