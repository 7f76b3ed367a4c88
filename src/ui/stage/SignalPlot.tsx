import { LineChart } from 'echarts/charts';
import { GridComponent, LegendComponent, TooltipComponent } from 'echarts/components';
import * as echarts from 'echarts/core';
import { CanvasRenderer } from 'echarts/renderers';
import { useLayoutEffect, useRef } from 'react';
import type { FrameNumbers } from '@/core/preview/plot';
import { useTransport } from '@/state/playback/transport';
import { useWorkbench } from '@/state/workbench';
import { shortNumber } from '@/actions/number-words';

echarts.use([LineChart, GridComponent, LegendComponent, TooltipComponent, CanvasRenderer]);

const TEXT = { color: '#a7b2ab', fontFamily: 'Instrument Sans Variable', fontSize: 13 };
const COLOURS = ['#c6d86b', '#7fc4c9', '#e0a26a'];

/** A signal at every frame of the loop, large, with the playhead; a press goes to a frame. */
export function SignalPlot({ numbers }: { numbers: FrameNumbers }) {
  const box = useRef<HTMLDivElement>(null);
  const head = useRef<HTMLDivElement>(null);
  // It ends with its element: the frame may change while the row goes away.
  useLayoutEffect(() => {
    const { names, values } = numbers;
    const { loop } = useWorkbench.getState().piece;
    const width = names.length;
    const frames = values.length / width;
    const chart = echarts.init(box.current!);
    chart.setOption({
      animation: false,
      textStyle: TEXT,
      grid: { left: 56, right: 20, top: 56, bottom: 92 },
      legend: { show: width > 1, top: 12, right: 16, textStyle: TEXT, itemWidth: 16, itemHeight: 8 },
      tooltip: { trigger: 'axis', valueFormatter: (v: unknown) => shortNumber(Number(v)) },
      xAxis: {
        type: 'value',
        min: 0,
        max: frames,
        name: 'frame',
        nameLocation: 'middle',
        nameGap: 26,
        nameTextStyle: TEXT,
        axisLabel: TEXT,
        splitLine: { show: false },
        axisLine: { lineStyle: { color: '#46524d' } },
      },
      yAxis: { type: 'value', scale: true, axisLabel: TEXT, splitLine: { lineStyle: { color: '#2e3633' } } },
      series: names.map((name, n) => ({
        name,
        type: 'line',
        symbol: 'none',
        lineStyle: { width: 2 },
        color: COLOURS[n % COLOURS.length],
        // A loop begins again at its end.
        data: Array.from({ length: loop.play === 'once' ? frames : frames + 1 }, (_, i) => [
          i,
          values[width * (i % frames) + n],
        ]),
      })),
    });
    const place = () => {
      const { frame } = useTransport.getState();
      head.current!.style.left = `${chart.convertToPixel({ xAxisIndex: 0 }, frame)}px`;
    };
    const resized = new ResizeObserver(() => {
      chart.resize();
      place();
    });
    resized.observe(box.current!);
    place();
    chart.getZr().on('click', ({ offsetX }) => {
      useTransport.getState().goTo(chart.convertFromPixel({ xAxisIndex: 0 }, offsetX), loop);
    });
    const stop = useTransport.subscribe(place);
    return () => {
      stop();
      resized.disconnect();
      chart.dispose();
    };
  }, [numbers]);
  return (
    <div className="absolute inset-0 bg-ground">
      <div ref={box} role="img" aria-label="The signal over the loop" className="size-full" />
      <div ref={head} aria-hidden className="pointer-events-none absolute top-14 bottom-[92px] w-px bg-text" />
    </div>
  );
}
