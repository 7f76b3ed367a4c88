import { LineChart } from 'echarts/charts';
import { GridComponent, LegendComponent, TitleComponent } from 'echarts/components';
import * as echarts from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { simulateRender, type MadeUpRender } from '@/core/farm/simulation';

echarts.use([GridComponent, LegendComponent, LineChart, SVGRenderer, TitleComponent]);

const WORKERS = [1, 2, 3, 5, 10, 20, 30, 50, 100, 200, 300, 500, 1000];
const MADE_UP = { frameSeconds: 2, spread: 0.5, openSeconds: 6 };
const LINES: [name: string, render: Pick<MadeUpRender, 'frames' | 'warmUp'>, look: { color: string; type: string }][] =
  [
    ['10 minutes (18,000 frames)', { frames: 18_000, warmUp: 0 }, { color: '#3f6b12', type: 'solid' }],
    ['20 seconds (600 frames)', { frames: 600, warmUp: 0 }, { color: '#3f6b12', type: 'dashed' }],
    [
      '10 minutes, each chunk draws 60 frames before',
      { frames: 18_000, warmUp: 60 },
      { color: '#9c4a1a', type: 'solid' },
    ],
    [
      '20 seconds, each chunk draws 60 frames before',
      { frames: 600, warmUp: 60 },
      { color: '#9c4a1a', type: 'dashed' },
    ],
  ];

/** The chart of docs/delivery.md, as SVG: the efficiency of a farm by its workers, simulated. */
export function farmChart(): string {
  const chart = echarts.init(null, null, { renderer: 'svg', ssr: true, width: 860, height: 460 });
  chart.setOption({
    animation: false,
    backgroundColor: '#ffffff',
    title: {
      text: 'Share of the workers’ time that goes into frames',
      subtext: 'Simulated: 2 seconds a frame, a half more or less; 6 seconds to open the piece',
      left: 16,
      top: 10,
    },
    legend: { bottom: 6, left: 'center', width: 760 },
    grid: { left: 60, right: 30, top: 80, bottom: 100 },
    xAxis: { type: 'log', name: 'workers', nameLocation: 'middle', nameGap: 28, min: 1, max: 1000 },
    yAxis: { type: 'value', min: 0, max: 100, axisLabel: { formatter: '{value} %' } },
    series: LINES.map(([name, render, { color, type }]) => ({
      type: 'line',
      name,
      itemStyle: { color },
      lineStyle: { color, type },
      data: WORKERS.map((workers) => [
        workers,
        Math.round(1000 * simulateRender({ ...MADE_UP, ...render, workers }).efficiency) / 10,
      ]),
    })),
  });
  const svg = chart.renderToSVGString();
  chart.dispose();
  return `${svg}\n`;
}
