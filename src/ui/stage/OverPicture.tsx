import { useEffect, useState, type ReactNode, type RefObject } from 'react';
import type { Over, Surfaces } from '@/actions/in-plane';
import { pictureIn } from '@/actions/picture-box';
import { useFrames, viewerNow } from '@/actions/viewer-handle';

interface Props {
  /** What the picture is drawn in. */
  area: RefObject<HTMLElement | null>;
  /** Width over height of the picture. */
  aspect: number;
  /** The form whose space is meant; the stage where null. */
  form: string | null;
  /** The hall is meant as well where the form does not stand in it. */
  orStage?: boolean;
  children: (over: Over) => ReactNode;
}

/** Draws over the picture and follows it, frame by frame. */
export function OverPicture({ area, aspect, form, orStage, children }: Props) {
  // The camera may move with the loop or the mouse; the drawing follows the frames.
  useFrames();
  // A picture that stands may be given another place.
  const [, redraw] = useState(0);
  useEffect(() => {
    const sizes = new ResizeObserver(() => redraw((n) => n + 1));
    if (area.current) sizes.observe(area.current);
    return () => sizes.disconnect();
  }, [area]);
  const box = area.current && pictureBox(area.current, aspect);
  const layout = viewerNow()?.layout;
  const places = layout?.places(form) ?? (orStage ? layout?.places(null) : null);
  if (!box || !places) return null;
  const project: Over['project'] = (at) => {
    const seen = places.project(at);
    return seen && { x: box.left + seen.x * box.width, y: box.top + seen.y * box.height };
  };
  const surfaces = (): Surfaces => {
    const distances = viewerNow()?.shot.distances();
    return (pixel, height) => {
      const [x, y] = [(pixel.x - box.left) / box.width, (pixel.y - box.top) / box.height];
      const metres = distances?.(x, y) ?? null;
      return metres === null ? places.atHeight(x, y, height) : places.seenAt(x, y, metres);
    };
  };
  return (
    <svg className="pointer-events-none absolute inset-0 size-full">
      {children({ project, distance: places.distance, surfaces })}
    </svg>
  );
}

/** Where the picture lies inside of the element that it is drawn in, in its parent's pixels. */
function pictureBox(area: HTMLElement, aspect: number) {
  const { left, top, width, height } = area.getBoundingClientRect();
  const outer = area.parentElement!.getBoundingClientRect();
  return pictureIn({ left: left - outer.left, top: top - outer.top, width, height }, aspect);
}
