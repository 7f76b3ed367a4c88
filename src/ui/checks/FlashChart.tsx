import { useMemo } from 'react';
import { MAX_FLASHING_PART, type FrameFlashes } from '@/core/checks/flashes';
import { Chart } from './Chart';

/** All of it, with a line at each quarter. */
const SCALE = { max: 100, interval: 25 };

/** What flashes too often at each frame, in the worst ninth of the picture. */
export function FlashChart({ frames }: { frames: readonly FrameFlashes[] }) {
  const names = useMemo(() => frames.map((_, i) => i), [frames]);
  const series = useMemo(() => {
    const line = (name: string, color: string, key: 'general' | 'red') => ({
      name,
      type: 'line' as const,
      showSymbol: false,
      data: frames.map((f) => Number((100 * f[key]).toFixed(1))),
      itemStyle: { color },
      lineStyle: { color, width: 1.5 },
    });
    const limit = {
      silent: true,
      symbol: 'none',
      label: { show: false },
      lineStyle: { color: '#a7b2ab' },
      data: [{ yAxis: 100 * MAX_FLASHING_PART }],
    };
    return [{ ...line('light', '#c6d86b', 'general'), markLine: limit }, line('red', '#e2604f', 'red')];
  }, [frames]);
  return (
    <Chart
      label="Part of the picture that flashes too often, at each frame"
      names={names}
      unit="% of a ninth"
      scale={SCALE}
      series={series}
      height={150}
    />
  );
}
