import { useMemo } from 'react';
import type { WallLight } from '@/core/checks/drawn';
import { Chart } from '../parts/Chart';

const LINES = [
  { key: 'mean', name: 'light', colour: '#c6d86b' },
  { key: 'most', name: 'brightest pixel', colour: '#a7b2ab' },
  { key: 'power', name: 'power', colour: '#e2a24f' },
] as const;

/** What a wall gives out at each frame. */
export function LightChart({ name, light }: { name: string; light: WallLight }) {
  const frames = useMemo(() => light.mean.map((_, i) => i), [light]);
  const series = useMemo(
    () =>
      LINES.map(({ key, name: line, colour }) => ({
        name: line,
        type: 'line' as const,
        showSymbol: false,
        data: light[key].map((share) => Number((100 * share).toFixed(2))),
        itemStyle: { color: colour },
        lineStyle: { color: colour, width: 1.5 },
      })),
    [light],
  );
  return (
    <Chart
      label={`Light and power of ${name}, at each frame`}
      names={frames}
      unit="% of its most"
      series={series}
      height={140}
    />
  );
}
