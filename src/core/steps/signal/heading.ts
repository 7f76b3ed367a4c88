import type { SignalStep } from '../definition';
import { choice } from '../params';

export const heading: SignalStep = {
  op: 'signal.heading',
  name: 'Heading',
  description: 'Turns what moves so that it looks where it goes: link it to a turn. It takes the place that moves.',
  takes: ['vec3'],
  gives: 'vec3',
  aliases: ['follow', 'look', 'direction', 'orient', 'tangent', 'aim', 'velocity'],
  params: [
    choice({
      id: 'front',
      name: 'Front',
      description: 'Which way the thing looks before it is turned.',
      options: [
        { id: 'z', name: '+z' },
        { id: '-z', name: '-z' },
      ],
    }),
  ],
  again: true,
  glsl: `
  // Forwards alone: what jumps back to its beginning looks on along its way.
  Place soon = p;
  soon.phase = fract(p.phase + 0.001);
  vec3 way = again(soon) - v;
  float ground = length(way.xz);
  if (ground + abs(way.y) < 1e-7) return vec3(0.0);
  float yaw = degrees(atan(way.x, way.z));
  float pitch = degrees(atan(way.y, ground));
  return front == 0 ? vec3(-pitch, yaw, 0.0) : vec3(pitch, yaw + 180.0, 0.0);`,
};
