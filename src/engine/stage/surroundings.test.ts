import * as THREE from 'three';
import { describe, expect, it } from 'vitest';
import { mapShare } from './map-share';
import { AmbientFilter } from './surroundings';

describe('maps of a stage', () => {
  it('have fewer texels in small pictures, whichever side is the longer', () => {
    const sizes = [
      { width: 960, height: 540 },
      { width: 257, height: 16 },
      { width: 90, height: 256 },
      { width: 129, height: 72 },
      { width: 72, height: 128 },
    ];
    expect(sizes.map(mapShare)).toEqual([1, 1, 0.5, 0.5, 0.25]);
  });

  it('of what is reflected are made in the size that is asked for, not in the smallest of the library', () => {
    /** How the library makes room: these are its own, and may be named otherwise in another version of it. */
    type Within = { _setSize: (asked: number) => void; _allocateTarget: () => THREE.WebGLCubeRenderTarget };
    const filter = new AmbientFilter({} as THREE.WebGLRenderer);
    const within = filter as unknown as Within;
    const side = () => {
      within._setSize(256);
      return within._allocateTarget().width;
    };
    expect(side()).toBe(256);
    filter.side = 64;
    expect(side()).toBe(64);
    expect(Object.hasOwn(THREE.PMREMGenerator.prototype, '_setSize')).toBe(true);
  });
});
