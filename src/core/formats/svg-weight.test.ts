import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { SVG_WEIGHT_LIMITS, svgWeight } from './svg-weight';

const svg = (inside: string) => `<?xml version="1.0"?><svg xmlns="http://www.w3.org/2000/svg">${inside}</svg>`;

describe('how much an SVG draws', () => {
  it('counts each element as often as it is drawn', () => {
    expect(svgWeight(svg('<rect/><g><circle r="1"/><path d="M0 0>"/></g>')).drawn).toBe(6);
    expect(svgWeight(svg('<g id="a"><rect/><rect/></g><use href="#a"/><use xlink:href=\'#a\'/>')).drawn).toBe(13);
    expect(svgWeight(svg('<!-- <rect/> --><filter><feBlend/><feGaussianBlur/></filter>')).filters).toBe(2);
  });

  it('finds what would grow without end in a kilobyte', () => {
    const levels = Array.from(
      { length: 12 },
      (_, i) => `<g id="l${i + 1}">${`<use href="#l${i}"/>`.repeat(10)}</g>`,
    ).join('');
    const bomb = svg(`<defs><rect id="l0"/>${levels}</defs><use href="#l12"/>`);
    expect(bomb.length).toBeLessThan(4000);
    expect(svgWeight(bomb).drawn).toBeGreaterThan(SVG_WEIGHT_LIMITS.drawn);
    expect(svgWeight(svg('<g id="a"><use href="#b"/></g><g id="b"><use href="#a"/></g>')).drawn).toBe(Infinity);
    expect(svgWeight(svg('<use id="a" href="#a"/>')).drawn).toBe(Infinity);
    expect(svgWeight(svg('<g>'.repeat(200_000))).drawn).toBeGreaterThan(SVG_WEIGHT_LIMITS.drawn);
  });

  it('says something of any text', () => {
    const part = fc.oneof(fc.string(), fc.constantFrom('<g id="a">', '</g>', '<use href="#a"/>', '<', '>', '"'));
    fc.assert(
      fc.property(fc.array(part, { maxLength: 30 }), (parts) => {
        expect(svgWeight(parts.join('')).drawn).toBeGreaterThan(0);
      }),
    );
  });
});
