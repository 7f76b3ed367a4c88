import { useMemo } from 'react';
import type { Preview } from '@/core/preview';
import type { PictureSpread } from '@/core/preview/picture-spread';
import { PreviewCanvas } from '../parts/PreviewCanvas';

const [WIDTH, HEIGHT] = [104, 34];
const STROKES = ['#ff8a80', '#9be58f', '#8ab8ff'];

const percent = (share: number) => `${share > 0 && share < 0.001 ? 'under 0.1' : (100 * share).toFixed(1)} %`;

/** Columns from the left as a small picture, dark at the bottom. */
function waveformPixels(waveform: number[][]): Preview {
  const [width, height] = [waveform.length, waveform[0]?.length ?? 0];
  const pixels = new Uint8ClampedArray(4 * width * height);
  waveform.forEach((bins, x) =>
    bins.forEach((n, level) => {
      // A few pixels of a shade are seen, too.
      const light = n > 0 ? 60 + 195 * Math.sqrt(n) : 18;
      pixels.set([light * 0.8, light, light * 0.85, 255], 4 * ((height - 1 - level) * width + x));
    }),
  );
  return { kind: 'picture', width, height, pixels };
}

/** Shades of a picture by channel, its brightness from left to right, and how much of it is clipped. */
export function PictureChart({ spread }: { spread: PictureSpread }) {
  const wave = useMemo(() => waveformPixels(spread.waveform), [spread]);
  const [white, black] = [`${percent(spread.white)} white`, `${percent(spread.black)} black`];
  return (
    <>
      <svg
        width={WIDTH}
        height={HEIGHT}
        role="img"
        aria-label={`Shades by channel: ${white}, ${black}`}
        className="shrink-0 bg-[#ffffff0a]"
      >
        {spread.channels.map((bins, k) => (
          <polyline
            key={k}
            fill="none"
            stroke={STROKES[k]}
            points={bins
              .map((n, i) => `${(i * WIDTH) / (bins.length - 1)},${HEIGHT - 1 - Math.sqrt(n) * (HEIGHT - 2)}`)
              .join(' ')}
          />
        ))}
      </svg>
      <PreviewCanvas preview={wave} width={WIDTH} height={HEIGHT} label="Brightness from left to right" />
      <p className={`tabular shrink-0 leading-tight ${spread.white > 0.02 ? 'text-warn' : 'text-mute'}`}>
        {white}
        <br />
        {black}
      </p>
    </>
  );
}
