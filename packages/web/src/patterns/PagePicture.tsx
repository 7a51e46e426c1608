import { toSvgPathData, type Mark, type SheetPage } from '@rapid-jig/core';
import { DRAWN } from '../theme/drawn';

/** One sheet of paper as it will be printed, drawn from the same instructions as the PDF. */
export function PagePicture({
  page,
  width,
  label,
}: {
  readonly page: SheetPage;
  readonly width: number;
  readonly label: string;
}) {
  return (
    <svg
      role="img"
      aria-label={label}
      viewBox={`0 ${String(-page.height)} ${String(page.width)} ${String(page.height)}`}
      width={width}
      height={(width * page.height) / page.width}
      style={{ background: DRAWN.paper, boxShadow: `0 1px 5px ${DRAWN.paperShadow}`, display: 'block' }}
    >
      {page.marks.map((mark, i) => (
        <MarkShape key={i} mark={mark} id={`${label} ${String(i)}`.replace(/\W/g, '-')} />
      ))}
    </svg>
  );
}

function MarkShape({ mark, id }: { readonly mark: Mark; readonly id: string }) {
  switch (mark.kind) {
    case 'path':
      return (
        <path
          d={toSvgPathData(mark.path)}
          fill="none"
          stroke={mark.ink.colour}
          strokeWidth={Math.max(mark.ink.widthMm, 0.35)}
          strokeDasharray={mark.ink.dashMm.join(' ') || undefined}
        />
      );
    case 'text': {
      const { at, text, sizeMm, align, turn, bold } = mark;
      const anchor = { left: 'start', middle: 'middle', right: 'end' } as const;
      return (
        <text
          transform={`translate(${String(at.x)} ${String(-at.y)}) rotate(${String((-turn * 180) / Math.PI)})`}
          fontSize={sizeMm}
          fontFamily='"Fira Sans", sans-serif'
          fontWeight={bold ? 600 : 400}
          textAnchor={anchor[align]}
          fill={DRAWN.print}
        >
          {text}
        </text>
      );
    }
    case 'window': {
      const { minX, minY, maxX, maxY } = mark.box;
      return (
        <g clipPath={`url(#${id})`}>
          <clipPath id={id}>
            <rect x={minX} y={-maxY} width={maxX - minX} height={maxY - minY} />
          </clipPath>
          {mark.marks.map((one, i) => (
            <MarkShape key={i} mark={one} id={`${id}-${String(i)}`} />
          ))}
        </g>
      );
    }
  }
}
