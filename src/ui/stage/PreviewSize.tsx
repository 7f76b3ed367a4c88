import { useState } from 'react';
import type { Picture } from '@/core/piece/types';
import { usePanels } from '@/state/panels/panels';
import { Menu } from '../parts/Menu';
import { openSecondWindow } from '@/actions/second-window';
import { viewerNow } from '@/actions/viewer-handle';

const PINS: { label: string; scale: number | null }[] = [
  { label: 'As large as stays smooth', scale: null },
  { label: 'Full size', scale: 1 },
  { label: 'Half', scale: 0.5 },
  { label: 'Quarter', scale: 0.25 },
];

/** How large the picture is shown, which can be chosen, of how large it is. */
export function PreviewSize({
  picture: { width, height },
  shown,
}: {
  picture: Picture;
  shown: [number, number] | null;
}) {
  const [pin, setPin] = useState<number | null>(null);
  return (
    <Menu
      align="start"
      trigger={
        <button
          type="button"
          aria-label="Size of the preview"
          className="tabular rounded-md border border-line bg-[#0b0e0dcc] px-2.5 py-1 text-mute hover:text-text"
        >
          {shown && shown[0] !== width ? `${shown[0]} x ${shown[1]} of ` : ''}
          {width} x {height}
        </button>
      }
      items={() => [
        ...PINS.map((p) => ({
          label: p.label,
          hint: pin === p.scale ? 'now' : undefined,
          run: () => {
            setPin(p.scale);
            viewerNow()?.pinScale(p.scale);
          },
        })),
        'line' as const,
        { label: 'Pixel by pixel', hint: 'Z', run: () => usePanels.setState({ pixels: true }) },
        { label: 'In a second window', hint: 'for another screen', run: openSecondWindow },
      ]}
    />
  );
}
