import type { LengthUnit } from '@rapid-jig/core';

/** One steel rule: ticks every 1/4 in with figures every inch, or every 5 mm with figures every 10. */
export function Rule({
  lengthMm,
  scale,
  unit,
  upright = false,
}: {
  readonly lengthMm: number;
  readonly scale: number;
  readonly unit: LengthUnit;
  readonly upright?: boolean;
}) {
  const [step, every] = unit === 'in' ? [25.4 / 4, 4] : [5, 2];
  const count = Math.floor(lengthMm / step + 1e-9);
  // Figures closer than this run into each other.
  const figureEvery = every * Math.max(1, Math.ceil(24 / (step * every * scale)));
  const length = lengthMm * scale;
  const ticks = Array.from({ length: count + 1 }, (_, i) => i);
  const at = (i: number): number => i * step * scale;
  return (
    <svg
      width={upright ? 26 : length + 14}
      height={upright ? length + 14 : 26}
      aria-hidden
      focusable="false"
      style={{ display: 'block', overflow: 'visible', color: 'var(--rj-palette-text-secondary)' }}
    >
      <g transform={upright ? `translate(26 ${String(length)}) rotate(-90)` : ''} stroke="currentColor">
        <path d={`M0 ${upright ? '-1' : '1'}H${String(length)}`} />
        {ticks.map((i) => (
          <path
            key={i}
            d={`M${String(at(i))} ${upright ? '-1' : '1'}v${upright ? '-' : ''}${i % every === 0 ? '10' : '6'}`}
          />
        ))}
      </g>
      {ticks
        .filter((i) => i % figureEvery === 0)
        .map((i) => (
          <text
            key={i}
            x={upright ? 12 : at(i)}
            y={upright ? length - at(i) + 4 : 23}
            fontSize="10.5"
            fill="currentColor"
            textAnchor={upright ? 'end' : i === 0 ? 'start' : 'middle'}
          >
            {unit === 'in' ? i / every : i * step}
          </text>
        ))}
    </svg>
  );
}
