import { useMemo } from 'react';
import { Box } from '@mui/material';
import { toSvgPathData, type Drawing } from '@rapid-jig/core';
import { Rule } from '../drawing/Rule';
import { useUnit } from '../services';

interface DrawingPictureProps {
  readonly drawing: Drawing;
  /** Places of outlines that fall out and are kept as parts. */
  readonly kept: ReadonlySet<number>;
  readonly onToggle: (index: number) => void;
  readonly maxWidth: number;
  readonly maxHeight: number;
}

/** The drawing true to scale with a rule along two sides. Pieces that fall out can be clicked to keep or drop them. */
export function DrawingPicture({ drawing, kept, onToggle, maxWidth, maxHeight }: DrawingPictureProps) {
  const { unit } = useUnit();
  const { width, height, outlines } = drawing;
  const scale = Math.min(maxWidth / width, maxHeight / height, 30);
  const shapes = useMemo(
    () =>
      outlines
        .map((outline, index) => ({ outline, index, data: toSvgPathData(outline.path) }))
        .sort((a, b) => a.outline.depth - b.outline.depth),
    [outlines],
  );
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: '26px 1fr', gap: 1, width: 'fit-content' }}>
      <Rule lengthMm={height} scale={scale} unit={unit} upright />
      <svg
        role="img"
        aria-label={`The drawing: ${String(outlines.length)} closed lines`}
        viewBox={`-1 ${String(-height - 1)} ${String(width + 2)} ${String(height + 2)}`}
        width={(width + 2) * scale}
        height={(height + 2) * scale}
      >
        {shapes.map(({ outline, index, data }) => {
          const solid = outline.depth === 0 || (outline.depth % 2 === 0 && kept.has(index));
          const falls = outline.depth > 0 && outline.depth % 2 === 0;
          return (
            <path
              key={index}
              d={data}
              fill={solid ? '#e8cd9d' : 'var(--rj-palette-background-default)'}
              stroke="var(--rj-palette-line)"
              strokeWidth="1.4"
              strokeDasharray={falls && !solid ? '4 3' : undefined}
              vectorEffect="non-scaling-stroke"
              style={{ cursor: falls ? 'pointer' : undefined }}
              onClick={falls ? () => onToggle(index) : undefined}
            />
          );
        })}
      </svg>
      <span />
      <Rule lengthMm={width} scale={scale} unit={unit} />
    </Box>
  );
}
