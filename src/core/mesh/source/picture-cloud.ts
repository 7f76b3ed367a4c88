import { toLinear } from '../../colour';
import type { Pixels } from '../../glsl';
import { meshOf, refuseTooMany, type Mesh } from '../mesh';

/**
 * A point for each cell of a picture, in the plane z = 0, with the mean colour (linear light) of
 * the pixels under it. Brightness (Rec. 709) pushes it towards the viewer; what is mostly
 * transparent is left out.
 */
export function pictureCloud({ width, height, data }: Pixels, across: number, size: number, depth: number): Mesh {
  const down = Math.max(1, Math.round((across * height) / width));
  refuseTooMany('This picture', across * down, 0, 'Use fewer points across.');
  const [positions, colours, uvs]: [number[], number[], number[]] = [[], [], []];
  const bytes = data instanceof Float32Array ? null : data;
  for (let j = 0; j < down; j++) {
    for (let i = 0; i < across; i++) {
      const sum = [0, 0, 0, 0];
      let count = 0;
      for (
        let y = Math.floor((j * height) / down);
        y < Math.max(Math.floor((j * height) / down) + 1, Math.floor(((j + 1) * height) / down));
        y++
      ) {
        for (
          let x = Math.floor((i * width) / across);
          x < Math.max(Math.floor((i * width) / across) + 1, Math.floor(((i + 1) * width) / across));
          x++
        ) {
          const at = 4 * (y * width + x);
          for (let k = 0; k < 3; k++) sum[k]! += bytes ? toLinear(bytes[at + k]! / 255) : data[at + k]!;
          sum[3]! += bytes ? bytes[at + 3]! / 255 : data[at + 3]!;
          count++;
        }
      }
      const [r, g, b, alpha] = sum.map((v) => v / count) as [number, number, number, number];
      if (alpha < 0.5) continue;
      const [u, v] = [(i + 0.5) / across, 1 - (j + 0.5) / down];
      positions.push(
        (u - 0.5) * size,
        ((v - 0.5) * size * down) / across,
        depth * (0.2126 * r + 0.7152 * g + 0.0722 * b),
      );
      colours.push(r, g, b);
      uvs.push(u, v);
    }
  }
  return meshOf({
    positions: new Float32Array(positions),
    pointData: { colour: { size: 3, data: new Float32Array(colours) }, uv: { size: 2, data: new Float32Array(uvs) } },
  });
}
