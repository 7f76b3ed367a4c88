import { BarChart } from 'echarts/charts';
import { GridComponent, LegendComponent, TooltipComponent } from 'echarts/components';
import * as echarts from 'echarts/core';
import { CanvasRenderer } from 'echarts/renderers';
import { useEffect, useRef } from 'react';
import type { SeamReading } from '@/core/checks/seam';
import { CHART_LINE, CHART_TEXT } from './chart-look';

echarts.use([BarChart, GridComponent, LegendComponent, TooltipComponent, CanvasRenderer]);

/** Change per frame on both sides of the seam: where the loop runs on evenly the two bars are alike. */
export function SeamChart({ readings }: { readings: SeamReading[] }) {
  const box = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const chart = echarts.init(box.current!);
    const bar = (name: string, color: string, key: 'before' | 'after') => ({
      name,
      type: 'bar' as const,
      data: readings.map((r) => Number((r[key] * 100).toFixed(4))),
      itemStyle: { color },
      barMaxWidth: 18,
    });
    chart.setOption({
      animation: false,
      textStyle: CHART_TEXT,
      grid: { left: 48, right: 8, top: 34, bottom: 26 },
      legend: { top: 0, right: 0, textStyle: CHART_TEXT, itemWidth: 12, itemHeight: 8 },
      tooltip: { trigger: 'axis', valueFormatter: (v: unknown) => `${String(v)} %` },
      xAxis: {
        type: 'category',
        data: readings.map((r) => r.name),
        axisLabel: CHART_TEXT,
        axisLine: { lineStyle: { color: '#46524d' } },
      },
      yAxis: {
        type: 'value',
        name: '% of range per frame',
        nameTextStyle: { ...CHART_TEXT, align: 'left' },
        axisLabel: CHART_TEXT,
        splitLine: CHART_LINE,
      },
      series: [bar('before the seam', '#8b978f', 'before'), bar('after the seam', '#c6d86b', 'after')],
    });
    return () => chart.dispose();
  }, [readings]);
  return (
    <div
      ref={box}
      role="img"
      aria-label="Change per frame before and after the seam, for each strand"
      className="mt-4 h-[210px] w-full"
    />
  );
}
