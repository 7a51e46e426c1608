import { Box } from '@mui/material';
import { boxOf, viewBoxOf, type DrawnPart } from './paths';
import { woodFill } from './WoodDefs';
import { DRAWN } from '../theme/drawn';

interface PartPictureProps {
  readonly parts: readonly { readonly drawn: DrawnPart; readonly woodId: string }[];
  /** Pixels for a mm, or null to fill the height given. */
  readonly scale?: number | null;
  readonly height?: number;
  readonly label: string;
}

/** Parts as they are drawn, in their wood, with the lines to cut. */
export function PartPicture({ parts, scale = null, height = 96, label }: PartPictureProps) {
  if (parts.length === 0) return null;
  const box = boxOf(parts.map(({ drawn }) => drawn));
  const [width, tall] = [box.maxX - box.minX + 2, box.maxY - box.minY + 2];
  const size = scale === null ? { height, width: 'auto' } : { height: tall * scale, width: width * scale };
  return (
    <Box
      component="svg"
      {...(label === '' ? { 'aria-hidden': true } : { role: 'img', 'aria-label': label })}
      viewBox={viewBoxOf(box, 1)}
      sx={{ ...size, maxWidth: '100%', display: 'block' }}
    >
      {parts.map(({ drawn, woodId }, i) => (
        <PartShape key={i} drawn={drawn} woodId={woodId} />
      ))}
    </Box>
  );
}

/** One part inside a picture whose unit is the mm: the line to cut, with a light edge so that it shows on dark wood. */
export function PartShape({ drawn, woodId }: { readonly drawn: DrawnPart; readonly woodId: string | null }) {
  const data = drawn.outline + drawn.inside;
  return (
    <g strokeLinejoin="round">
      <path
        d={data}
        fill={woodId === null ? 'none' : woodFill(woodId)}
        fillRule="evenodd"
        stroke={DRAWN.opening}
        strokeOpacity="0.65"
        strokeWidth="3.6"
        vectorEffect="non-scaling-stroke"
      />
      <path
        d={data + drawn.through}
        fill="none"
        stroke="var(--rj-palette-line)"
        strokeWidth="1.4"
        vectorEffect="non-scaling-stroke"
      />
      {drawn.marks && (
        <path
          d={drawn.marks}
          fill="none"
          stroke={DRAWN.pencil}
          strokeDasharray="2 3"
          strokeWidth="1"
          vectorEffect="non-scaling-stroke"
        />
      )}
    </g>
  );
}
