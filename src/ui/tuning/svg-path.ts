import { fitted, type TakenPath } from '@/core/mesh/path-from';
import type { Point } from '@/core/mesh/path';

const SVG = 'http://www.w3.org/2000/svg';
/** What says where a shape runs; nothing else of a file comes into the page. */
const GEOMETRY: Record<string, readonly string[]> = {
  path: ['d'],
  polyline: ['points'],
  polygon: ['points'],
  line: ['x1', 'y1', 'x2', 'y2'],
  circle: ['cx', 'cy', 'r'],
  ellipse: ['cx', 'cy', 'rx', 'ry'],
  rect: ['x', 'y', 'width', 'height', 'rx', 'ry'],
};
const ROUND = new Set(['polygon', 'circle', 'ellipse', 'rect']);
/** Places at which a line is read. */
const READ = 512;

/** It is read on the page's thread, where alone the browser says how lines run; one larger is hardly a line. */
export const SVG_BYTES = 1024 * 1024;
/** What stands in these is not drawn itself. */
const UNDRAWN = 'defs,clipPath,mask,marker,symbol,pattern';

/**
 * The first line of an SVG, upright and two metres on its longer side; the browser itself reads how it runs.
 * @throws Error with a sentence for the artist
 */
export function svgPath(text: string): TakenPath {
  const file = new DOMParser().parseFromString(text, 'image/svg+xml');
  if (file.querySelector('parsererror')) throw new Error('This is not an SVG that can be read.');
  const found = [...file.querySelectorAll(Object.keys(GEOMETRY).join())].find((shape) => !shape.closest(UNDRAWN));
  if (!found) throw new Error('There is no line in it: no path, polygon, circle or the like.');
  const page = document.createElementNS(SVG, 'svg');
  page.setAttribute('style', 'position:absolute;width:0;height:0;visibility:hidden');
  document.body.append(page);
  try {
    return fitted(read(found, page));
  } finally {
    page.remove();
  }
}

function read(found: Element, page: SVGSVGElement): TakenPath {
  const shape = copied(found, GEOMETRY[found.localName]!) as SVGGeometryElement;
  let inner: SVGElement = shape;
  for (let around = found.parentElement; around && around.localName !== 'svg'; around = around.parentElement) {
    const group = document.createElementNS(SVG, 'g');
    const transform = around.getAttribute('transform');
    if (transform) group.setAttribute('transform', transform);
    group.append(inner);
    inner = group;
  }
  page.append(inner);
  const length = shape.getTotalLength();
  if (!(length > 0)) throw new Error('The first line in it has no length.');
  const [own, whole] = [shape.getScreenCTM()!, page.getScreenCTM()!];
  const into = whole.inverse().multiply(own);
  const at = (share: number): Point => {
    const { x, y } = shape.getPointAtLength(length * share).matrixTransform(into);
    return [x, -y, 0];
  };
  const [begin, end] = [at(0), at(1)];
  const closed = ROUND.has(found.localName) || Math.hypot(begin[0] - end[0], begin[1] - end[1]) < length * 1e-3;
  const count = closed ? READ : READ - 1;
  return { points: Array.from({ length: READ }, (_, i) => at(i / count)), closed };
}

function copied(found: Element, attributes: readonly string[]): SVGElement {
  const shape = document.createElementNS(SVG, found.localName) as SVGElement;
  for (const name of [...attributes, 'transform']) {
    const value = found.getAttribute(name);
    if (value !== null) shape.setAttribute(name, value);
  }
  return shape;
}
