import { woodById } from '@rapid-jig/core';
import { woodFill } from './WoodDefs';

/** A small sample of a wood, with its name for those who cannot see it. */
export function Swatch({
  woodId,
  width = 34,
  height = 18,
}: {
  readonly woodId: string;
  readonly width?: number;
  readonly height?: number;
}) {
  return (
    <svg
      width={width}
      height={height}
      role="img"
      aria-label={woodById(woodId)?.name ?? woodId}
      style={{ flex: 'none' }}
    >
      <rect width={width} height={height} rx="2" fill={woodFill(woodId)} stroke="var(--rj-palette-edge)" />
    </svg>
  );
}
