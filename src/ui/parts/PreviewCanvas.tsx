import { useEffect, useRef } from 'react';
import type { Preview } from '@/core/preview';

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
      style={{ width, height }}
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
  const low = Math.min(plot.low, 0);
  const high = Math.max(plot.high, 0, low + 1e-6);
  const y = (v: number) => height * (0.88 - (0.76 * (v - low)) / (high - low));
  context.strokeStyle = '#38423e';
  context.lineWidth = 2;
  context.beginPath();
  context.moveTo(0, y(0));
  context.lineTo(width, y(0));
  context.stroke();
  context.strokeStyle = '#ece6d9';
  context.lineWidth = 3;
  context.beginPath();
  plot.values.forEach((v, i) => context.lineTo((i / (plot.values.length - 1)) * width, y(v)));
  context.stroke();
}
