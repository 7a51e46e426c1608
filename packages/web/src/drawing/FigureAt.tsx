import type { Point } from '@rapid-jig/core';
import { DRAWN } from '../theme/drawn';

interface FigureAtProps {
  readonly at: Point;
  /** Height of the figure, mm. */
  readonly size: number;
  /** Wider than 0 it stands clear of lines behind it, mm. */
  readonly halo?: number;
  readonly opacity?: number;
  readonly children: string | number;
}

/** A number or sign on a drawing, its middle at a place. */
export function FigureAt({ at, size, halo = 0, opacity = 1, children }: FigureAtProps) {
  return (
    <text
      x={at.x}
      y={-at.y}
      fontSize={size}
      fontWeight="700"
      textAnchor="middle"
      dominantBaseline="central"
      fill="var(--rj-palette-line)"
      stroke={DRAWN.opening}
      strokeWidth={halo}
      paintOrder="stroke"
      opacity={opacity}
    >
      {children}
    </text>
  );
}
