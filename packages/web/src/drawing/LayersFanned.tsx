import type { Affine, Part } from '@rapid-jig/core';
import { drawPart, viewBoxOf } from './paths';
import { PartShape } from './PartPicture';

/** How far each layer stands behind the one before it: a share of the size of the first. */
const [ASIDE, UP] = [0.34, 0.16];

interface LayersFannedProps {
  /** From the front. */
  readonly layers: readonly Part[];
  /** Where each lies in the frame of the first. */
  readonly moves: readonly Affine[];
  readonly height: number;
  readonly label: string;
}

/** Layers fanned out behind each other, the first in front, each in its wood with its cuts. */
export function LayersFanned({ layers, moves, height, label }: LayersFannedProps) {
  const [first] = layers;
  if (!first) return null;
  const { box } = drawPart(first);
  const [width, tall] = [box.maxX - box.minX, box.maxY - box.minY];
  const [dx, dy] = [width * ASIDE, tall * UP];
  const behind = layers.length - 1;
  const frame = { ...box, maxX: box.maxX + behind * dx, maxY: box.maxY + behind * dy };
  return (
    <svg
      role="img"
      aria-label={label}
      viewBox={viewBoxOf(frame, 2)}
      style={{ height, maxWidth: '100%', display: 'block' }}
    >
      {layers
        .map((part, i) => (
          <g key={i} transform={`translate(${String(i * dx)} ${String(-i * dy)}) ${svgMatrix(moves[i])}`}>
            <PartShape drawn={drawPart(part)} woodId={part.woodId} />
          </g>
        ))
        .reverse()}
    </svg>
  );
}

/** A move, y up, as SVG has it, y down. */
export const svgMatrix = (move: Affine | undefined): string =>
  move ? `matrix(${[move.a, -move.b, -move.c, move.d, move.e, -move.f].map(String).join(' ')})` : '';
