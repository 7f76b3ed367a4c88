import * as THREE from 'three';
import type { Vector } from '@/core/piece/types';

/** A colour of linear red, green and blue, as plain parameters hold it. */
export function setColour(colour: THREE.Color, linear: Vector): void {
  colour.setRGB(...linear, THREE.LinearSRGBColorSpace);
}
