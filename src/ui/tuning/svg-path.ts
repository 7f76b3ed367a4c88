import { svgLine, SvgLineError, SVG_SHAPES } from '@/core/formats/svg-line';
import type { TakenPath } from '@/core/mesh/path-from';

/** A larger file is hardly a line. */
export const SVG_BYTES = 1024 * 1024;
/** What is in these is not drawn itself. */
const UNDRAWN = 'defs,clipPath,mask,marker,symbol,pattern';

/**
 * The first line of an SVG, upright and two metres on its longer side. The file is parsed and never drawn.
 * @throws SvgLineError
 */
export function svgPath(text: string): TakenPath {
  const file = new DOMParser().parseFromString(text, 'image/svg+xml');
  if (file.querySelector('parsererror')) throw new SvgLineError('This is not an SVG that can be read.');
  const found = [...file.querySelectorAll(SVG_SHAPES.join())].find((shape) => !shape.closest(UNDRAWN));
  if (!found) throw new SvgLineError('There is no line in it: no path, polygon, circle or the like.');
  const transforms: string[] = [];
  for (let around = found.parentElement; around; around = around.parentElement) {
    const transform = around.getAttribute('transform');
    if (transform) transforms.unshift(transform);
  }
  return svgLine({ name: found.localName, attribute: (name) => found.getAttribute(name), transforms });
}
