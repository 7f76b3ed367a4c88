import { useEffect, useState, type RefObject } from 'react';
import { BOX_GRIPS, boxInside, changeOutput, draggedBox, type BoxGrip, type PixelBox } from '@/core/piece/outputs';
import type { Output, Piece } from '@/core/piece/types';
import { usePanels } from '@/state/panels/panels';
import { useWorkbench } from '@/state/workbench';
import { useSelectedOutput, wallSize } from '@/actions/outputs';
import { pictureIn, type PageBox } from '@/actions/picture-box';
import { dragHandle, nudgeBoth } from '../parts/drag';

interface Props {
  piece: Piece;
  /** What the picture is drawn in. */
  area: RefObject<HTMLElement | null>;
}

/** How near a side comes to a line before it snaps to it, in pixels of the screen. */
const SNAP_PIXELS = 6;

/** How far inside of a corner its grip lies: at the edge of the stage it would be cut off. */
const GRIP_PIXELS = 7;

/** Where the picture lies in the element that both are in; null before it is there. */
function usePicture(area: RefObject<HTMLElement | null>, aspect: number): PageBox | null {
  const [size, setSize] = useState<PageBox | null>(null);
  useEffect(() => {
    const measure = () => {
      const { left, top, width, height } = area.current!.getBoundingClientRect();
      const outer = area.current!.parentElement!.getBoundingClientRect();
      setSize({ left: left - outer.left, top: top - outer.top, width, height });
    };
    const sizes = new ResizeObserver(measure);
    if (area.current) sizes.observe(area.current);
    return () => sizes.disconnect();
  }, [area]);
  return size && pictureIn(size, aspect);
}

/** The outputs, drawn over the picture: the corners of the selected one are dragged, and all of it by its middle. */
export function OutputFrames({ piece, area }: Props) {
  const picture = usePicture(area, piece.picture.width / piece.picture.height);
  const selected = useSelectedOutput();
  if (!picture || !piece.outputs) return null;
  // The selected one lies over the others, so that its corners can be reached.
  const inOrder = piece.outputs.toSorted((a, b) => Number(a.id === selected?.id) - Number(b.id === selected?.id));
  return (
    <svg className="pointer-events-none absolute inset-0 size-full" role="group" aria-label="Outputs on the picture">
      {inOrder.map((output) => (
        <Frame key={output.id} {...{ piece, output, picture }} isSelected={output.id === selected?.id} />
      ))}
    </svg>
  );
}

interface FrameProps {
  piece: Piece;
  output: Output;
  picture: PageBox;
  isSelected: boolean;
}

const nameOfGrip = ({ across, down }: BoxGrip) => (across ? `${down} ${across} corner` : 'place');

function Frame({ piece, output, picture, isSelected }: FrameProps) {
  const edit = useWorkbench((s) => s.edit);
  // Pixels of the screen for each pixel of the picture.
  const scale = picture.width / piece.picture.width;
  const box = boxInside(output, piece.picture);
  const [x, y] = [picture.left + box.x * scale, picture.top + box.y * scale];
  const [width, height] = [box.width * scale, box.height * scale];
  const dragFrom = (start: PixelBox, grip: BoxGrip, by: { across: number; down: number }, near: number) => {
    const boxes = (piece.outputs ?? []).filter((o) => o.id !== output.id);
    const to = draggedBox(start, grip, by, piece.picture, { boxes, near });
    edit((p) => changeOutput(p, output.id, to), `output ${output.id} ${nameOfGrip(grip)}`);
  };
  const press = (grip: BoxGrip) => (e: React.PointerEvent<Element>) => {
    usePanels.setState({ output: output.id });
    const { clientX, clientY } = e;
    dragHandle(e, {
      moved: (m) => {
        const by = { across: (m.clientX - clientX) / scale, down: (m.clientY - clientY) / scale };
        // With Alt it goes where the pointer goes.
        dragFrom(box, grip, by, m.altKey ? 0 : SNAP_PIXELS / scale);
      },
    });
  };
  const nudged = (grip: BoxGrip) => (e: React.KeyboardEvent) => {
    const by = e.shiftKey ? 10 : 1;
    nudgeBoth(e, (right, down) => dragFrom(box, grip, { across: right * by, down: down * by }, 0));
  };
  const handle = (grip: BoxGrip) => ({
    tabIndex: 0,
    role: 'slider',
    'aria-label': `${output.name}, ${nameOfGrip(grip)}`,
    'aria-valuenow': grip.across === 'right' ? box.x + box.width : box.x,
    'aria-valuetext': `${box.x}, ${box.y}, ${box.width} x ${box.height} pixels`,
    onPointerDown: press(grip),
    onKeyDown: nudged(grip),
  });
  return (
    <g className={isSelected ? 'stroke-lichen' : 'stroke-text'}>
      <rect
        {...handle(BOX_GRIPS[0]!)}
        {...{ x, y, width, height }}
        className="pointer-events-auto cursor-move fill-transparent"
        strokeWidth={isSelected ? 2 : 1.25}
        onFocus={() => usePanels.setState({ output: output.id })}
      />
      <text
        x={x + 18}
        // The stage has buttons at its upper edge.
        y={y + height - 8}
        className="pointer-events-none fill-text stroke-ground text-[13px]"
        strokeWidth={3}
        paintOrder="stroke"
        aria-hidden
      >
        {output.name}, {wallSize(output)}
      </text>
      {isSelected &&
        BOX_GRIPS.slice(1).map((grip) => (
          <circle
            key={nameOfGrip(grip)}
            {...handle(grip)}
            cx={grip.across === 'left' ? x + GRIP_PIXELS : x + width - GRIP_PIXELS}
            cy={grip.down === 'top' ? y + GRIP_PIXELS : y + height - GRIP_PIXELS}
            r={GRIP_PIXELS - 1}
            strokeWidth={1.75}
            className="pointer-events-auto cursor-crosshair fill-ground"
          />
        ))}
    </g>
  );
}
