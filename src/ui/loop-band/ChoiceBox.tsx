import { useState, type PointerEvent } from 'react';
import type { KeyAt } from '@/core/weave';
import { chooseKeys } from '@/state/panels/key-choice';
import { followPointer } from '../parts/drag';
import type { BandBox } from '@/actions/lanes';

/**
 * A box that is drawn about keys: what it holds is chosen in the end, whatever of it is on the screen by then.
 * @param placeOn place on the lanes
 * @param within the keys in a box
 */
export function useChoiceBox(
  placeOn: (event: { clientX: number; clientY: number }) => { x: number; y: number },
  within: (box: BandBox) => KeyAt[],
) {
  const [drawn, setDrawn] = useState<BandBox | null>(null);
  const draw = (event: PointerEvent) => {
    const { x, y } = placeOn(event);
    let box: BandBox = { x, y, toX: x, toY: y };
    followPointer(event, {
      moved: (e) => {
        const to = placeOn(e);
        box = { ...box, toX: to.x, toY: to.y };
        setDrawn(box);
      },
      ended: () => {
        chooseKeys(within(box));
        setDrawn(null);
      },
    });
  };
  return { drawn, draw };
}

export function ChoiceBox({ box: { x, y, toX, toY } }: { box: BandBox }) {
  return (
    <rect
      x={Math.min(x, toX)}
      y={Math.min(y, toY)}
      width={Math.abs(toX - x)}
      height={Math.abs(toY - y)}
      className="fill-lichen/10 stroke-lichen"
    />
  );
}
