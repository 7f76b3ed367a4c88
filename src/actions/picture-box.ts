/** A part of the page, in pixels. */
export interface PageBox {
  left: number;
  top: number;
  width: number;
  height: number;
}

/** Where a picture of this width over height lies in a box that holds it whole, in its middle. */
export function pictureIn({ left, top, width, height }: PageBox, aspect: number): PageBox {
  const across = Math.min(width, height * aspect);
  const down = across / aspect;
  return { left: left + (width - across) / 2, top: top + (height - down) / 2, width: across, height: down };
}

/** The place of a point of the page in a picture: 0 to 1 from the upper left, beyond that outside of it. */
export function placeIn(picture: PageBox, x: number, y: number): [number, number] {
  return [(x - picture.left) / picture.width, (y - picture.top) / picture.height];
}
