/** The part of a picture that is looked at: its middle in pixels of the picture, and how large one pixel is shown. */
export interface PixelWindow {
  x: number;
  y: number;
  scale: number;
}

export interface Size {
  width: number;
  height: number;
}

const MIN_ZOOM = 1;
const MAX_ZOOM = 48;

/** The window over a picture: its middle stays on the picture, and a pixel is shown as 1 to 48. */
export function inPicture({ x, y, scale }: PixelWindow, picture: Size): PixelWindow {
  return {
    x: Math.min(picture.width, Math.max(0, x)),
    y: Math.min(picture.height, Math.max(0, y)),
    scale: Math.min(MAX_ZOOM, Math.max(MIN_ZOOM, scale)),
  };
}

/** The pixel of the picture at a place of the view, both from the upper left; null outside of the picture. */
export function pixelAt(
  window: PixelWindow,
  view: Size,
  picture: Size,
  [left, top]: readonly [number, number],
): [number, number] | null {
  const x = Math.floor(window.x + (left - view.width / 2) / window.scale);
  const y = Math.floor(window.y + (top - view.height / 2) / window.scale);
  return x < 0 || y < 0 || x >= picture.width || y >= picture.height ? null : [x, y];
}

/** The window nearer or farther by a factor; what lies at a place of the view stays there. */
export function zoomed(
  window: PixelWindow,
  view: Size,
  picture: Size,
  [left, top]: readonly [number, number],
  factor: number,
): PixelWindow {
  const scale = Math.min(MAX_ZOOM, Math.max(MIN_ZOOM, window.scale * factor));
  const away = 1 / window.scale - 1 / scale;
  return inPicture(
    { x: window.x + (left - view.width / 2) * away, y: window.y + (top - view.height / 2) * away, scale },
    picture,
  );
}

/** A pixel in words: where it is, its bytes, and its colour as it is written. */
export function pixelWords(
  { width, data }: Size & { data: ArrayLike<number> },
  [x, y]: readonly [number, number],
): string {
  const at = 4 * (y * width + x);
  const [r, g, b, a] = [0, 1, 2, 3].map((i) => data[at + i]!);
  const hex = `#${[r, g, b].map((v) => v!.toString(16).padStart(2, '0')).join('')}`;
  return `x ${x}, y ${y}: ${r} ${g} ${b} (${hex})${a === 255 ? '' : `, opacity ${a}`}`;
}
