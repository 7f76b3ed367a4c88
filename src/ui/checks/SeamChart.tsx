import { useMemo } from 'react';
import type { SeamReading } from '@/core/checks/seam';
import { Chart } from '../parts/Chart';

/** Change per frame on both sides of the seam: where the loop runs on evenly the two bars are alike. */
export function SeamChart({ readings }: { readings: SeamReading[] }) {
  const names = useMemo(() => readings.map((r) => r.name), [readings]);
  const series = useMemo(() => {
    const bar = (name: string, color: string, key: 'before' | 'after') => ({
      name,
      type: 'bar' as const,
      data: readings.map((r) => Number((r[key] * 100).toFixed(4))),
      itemStyle: { color },
      barMaxWidth: 18,
    });
    return [bar('before the seam', '#8b978f', 'before'), bar('after the seam', '#c6d86b', 'after')];
  }, [readings]);
  return (
    <Chart
      label="Change per frame before and after the seam, for each strand"
      names={names}
      unit="% of range per frame"
      series={series}
      height={210}
    />
  );
}
