import { CartesianGrid, Line, LineChart, ReferenceDot, XAxis, YAxis } from 'recharts';
import { formatMoney, type PlannedStack } from '@rapid-jig/core';

interface HeightsChartProps {
  readonly stack: PlannedStack;
  readonly currency: string;
}

const [WIDTH, HEIGHT] = [400, 190];
const INK = 'var(--rj-palette-text-secondary)';
const TICK = { fill: INK, fontSize: 13 };
/** The program moves nothing that the maker has not moved. */
const STILL = { isAnimationActive: false } as const;

/** What a layer costs in stacks of each height, and where today's stack stands. */
export function HeightsChart({ stack: { layers, heights }, currency }: HeightsChartProps) {
  const today = heights.find((height) => height.layers === layers.length);
  const money = (minor: number): string => formatMoney(Math.round(minor), currency);
  const told = heights.map((height) => `${String(height.layers)}: ${money(height.costPerLayerMinor)}`).join(', ');
  return (
    <div role="img" aria-label={`What a layer costs by the layers in a stack: ${told}`}>
      <LineChart
        width={WIDTH}
        height={HEIGHT}
        data={[...heights]}
        margin={{ top: 10, right: 16, bottom: 18, left: 12 }}
      >
        <CartesianGrid stroke="var(--rj-palette-divider)" vertical={false} />
        <XAxis
          dataKey="layers"
          type="number"
          domain={[1, 'dataMax']}
          ticks={heights.map((height) => height.layers)}
          tick={TICK}
          stroke={INK}
          label={{ value: 'layers in a stack', position: 'insideBottom', offset: -10, ...TICK }}
        />
        <YAxis domain={[0, 'auto']} tick={TICK} stroke={INK} width={64} tickFormatter={money} />
        <Line
          dataKey="costPerLayerMinor"
          type="linear"
          stroke="var(--rj-palette-primary-main)"
          strokeWidth={2.5}
          dot={{ r: 3 }}
          {...STILL}
        />
        {today && (
          <ReferenceDot
            x={today.layers}
            y={today.costPerLayerMinor}
            r={7}
            fill="var(--rj-palette-warning-main)"
            stroke="var(--rj-palette-background-paper)"
            strokeWidth={2}
          />
        )}
      </LineChart>
    </div>
  );
}
