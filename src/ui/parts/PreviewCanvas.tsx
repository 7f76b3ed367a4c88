import { useEffect, useRef } from 'react';
import type { Preview } from '@/core/preview';
import { plotPlace } from './plot-place';

/** Colours of the numbers that run through a signal together. */
const LINES = ['#ece6d9', '#7fc4c9', '#e0a26a'];

interface Props {
  preview: Preview | undefined;
  width: number;
  height: number;
  className?: string;
  /** Left empty where the drawing only repeats what stands beside it. */
  label: string;
}

/** Draws a preview; sizes are CSS pixels. */
export function PreviewCanvas({ preview, width, height, className, label }: Props) {
  const ref = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const canvas = ref.current;
    const context = canvas?.getContext('2d');
    if (!canvas || !context) return;
    if (preview?.kind === 'picture') {
      canvas.width = preview.width;
      canvas.height = preview.height;
      context.putImageData(
        new ImageData(preview.pixels as Uint8ClampedArray<ArrayBuffer>, preview.width, preview.height),
        0,
        0,
      );
      return;
    }
    canvas.width = width * 2;
    canvas.height = height * 2;
    context.fillStyle = '#1b211e';
    context.fillRect(0, 0, canvas.width, canvas.height);
    if (preview?.kind === 'plot') drawPlot(context, preview, canvas.width, canvas.height);
  }, [preview, width, height]);
  return (
    <canvas
      ref={ref}
      role={label ? 'img' : undefined}
      aria-label={label || undefined}
      aria-hidden={label ? undefined : true}
      style={{ width, height, objectFit: 'contain' }}
      className={className}
    />
  );
}

function drawPlot(
  context: CanvasRenderingContext2D,
  plot: Extract<Preview, { kind: 'plot' }>,
  width: number,
  height: number,
): void {
  const place = plotPlace(plot);
  const y = (v: number) => height * place(v);
  context.strokeStyle = '#38423e';
  context.lineWidth = 2;
  context.beginPath();
  context.moveTo(0, y(0));
  context.lineTo(width, y(0));
  context.stroke();
  context.lineWidth = 3;
  plot.lines.forEach((line, n) => {
    context.strokeStyle = LINES[n % LINES.length]!;
    context.beginPath();
    line.forEach((v, i) => context.lineTo((i / (line.length - 1)) * width, y(v)));
    context.stroke();
  });
}
