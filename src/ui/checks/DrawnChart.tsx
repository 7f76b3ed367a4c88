import { useMemo } from 'react';
import type { DrawnReading } from '@/core/checks/drawn';
import { Chart } from '../parts/Chart';

const COLOURS = ['#c6d86b', '#e2604f'];
const LIMIT_LINE = { silent: true, symbol: 'none', label: { show: false }, lineStyle: { color: '#a7b2ab' } };

/** What a check found at each frame. */
export function DrawnChart({ name, reading }: { name: string; reading: DrawnReading }) {
  const { series: lines, limit } = reading;
  const names = useMemo(() => lines[0]!.values.map((_, i) => i), [lines]);
  const series = useMemo(
    () =>
      lines.map((line, i) => ({
        name: line.name,
        type: 'line' as const,
        showSymbol: false,
        data: line.values,
        itemStyle: { color: COLOURS[i] },
        lineStyle: { color: COLOURS[i], width: 1.5 },
        ...(i === 0 && limit !== null && { markLine: { ...LIMIT_LINE, data: [{ yAxis: limit }] } }),
      })),
    [lines, limit],
  );
  const label = `${name}, at each frame: ${lines.map((line) => line.name).join(', ')}`;
  return <Chart label={label} names={names} unit="%" series={series} height={130} />;
}
