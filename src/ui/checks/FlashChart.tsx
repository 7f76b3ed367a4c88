import { LineChart } from 'echarts/charts';
import { GridComponent, LegendComponent, MarkLineComponent, TooltipComponent } from 'echarts/components';
import * as echarts from 'echarts/core';
import { CanvasRenderer } from 'echarts/renderers';
import { useEffect, useRef } from 'react';
import { MAX_FLASHING_PART, type FrameFlashes } from '@/core/checks/flashes';
import { CHART_LINE, CHART_TEXT } from './chart-look';

echarts.use([LineChart, GridComponent, LegendComponent, MarkLineComponent, TooltipComponent, CanvasRenderer]);

/** What flashes too often at each frame, in the worst ninth of the picture. */
export function FlashChart({ frames }: { frames: readonly FrameFlashes[] }) {
  const box = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const chart = echarts.init(box.current!);
    const line = (name: string, color: string, key: 'general' | 'red') => ({
      name,
      type: 'line' as const,
      showSymbol: false,
      data: frames.map((f) => Number((100 * f[key]).toFixed(1))),
      itemStyle: { color },
      lineStyle: { color, width: 1.5 },
    });
    chart.setOption({
      animation: false,
      textStyle: CHART_TEXT,
      grid: { left: 48, right: 8, top: 34, bottom: 26 },
      legend: { top: 0, right: 0, textStyle: CHART_TEXT, itemWidth: 12, itemHeight: 8 },
      tooltip: { trigger: 'axis', valueFormatter: (v: unknown) => `${String(v)} %` },
      xAxis: { type: 'category', data: frames.map((_, i) => i), axisLabel: CHART_TEXT, axisLine: CHART_LINE },
      yAxis: {
        type: 'value',
        name: '% of a ninth',
        min: 0,
        max: 100,
        interval: 25,
        nameTextStyle: { ...CHART_TEXT, align: 'left' },
        axisLabel: CHART_TEXT,
        splitLine: CHART_LINE,
      },
      series: [
        {
          ...line('light', '#c6d86b', 'general'),
          markLine: {
            silent: true,
            symbol: 'none',
            label: { show: false },
            lineStyle: { color: '#a7b2ab' },
            data: [{ yAxis: 100 * MAX_FLASHING_PART }],
          },
        },
        line('red', '#e2604f', 'red'),
      ],
    });
    return () => chart.dispose();
  }, [frames]);
  return (
    <div
      ref={box}
      role="img"
      aria-label="Part of the picture that flashes too often, at each frame"
      className="mt-2 h-[150px] w-full"
    />
  );
}
