import { BarChart, LineChart } from 'echarts/charts';
import { GridComponent, LegendComponent, MarkLineComponent, TooltipComponent } from 'echarts/components';
import * as echarts from 'echarts/core';
import { CanvasRenderer } from 'echarts/renderers';
import { useEffect, useRef } from 'react';

echarts.use([BarChart, LineChart, GridComponent, LegendComponent, MarkLineComponent, TooltipComponent, CanvasRenderer]);

const TEXT = { color: '#a7b2ab', fontFamily: 'Instrument Sans Variable', fontSize: 13 };
const LINE = { lineStyle: { color: '#2e3633' } };

interface Props {
  /** What it shows, for who does not see it. */
  label: string;
  /** What stands along the horizontal axis. */
  names: readonly (string | number)[];
  /** What the numbers are, at the vertical axis. */
  unit: string;
  series: echarts.EChartsCoreOption['series'];
  /** Pixels. */
  height: number;
}

/** A chart of percentages, with its legend. */
export function Chart({ label, names, unit, series, height }: Props) {
  const box = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const chart = echarts.init(box.current!);
    chart.setOption({
      animation: false,
      textStyle: TEXT,
      grid: { left: 48, right: 8, top: 34, bottom: 26 },
      legend: { top: 0, right: 0, textStyle: TEXT, itemWidth: 12, itemHeight: 8 },
      tooltip: { trigger: 'axis', valueFormatter: (v: unknown) => `${String(v)} %` },
      xAxis: { type: 'category', data: [...names], axisLabel: TEXT, axisLine: { lineStyle: { color: '#46524d' } } },
      yAxis: {
        type: 'value',
        name: unit,
        nameTextStyle: { ...TEXT, align: 'left' },
        axisLabel: TEXT,
        splitLine: LINE,
      },
      series,
    });
    return () => chart.dispose();
  }, [names, unit, series]);
  return <div ref={box} role="img" aria-label={label} className="mt-3 w-full" style={{ height }} />;
}
