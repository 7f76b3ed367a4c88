import type { SurfaceStep } from '../definition';
import { choice, number, ramp } from '../params';

export const rim: SurfaceStep = {
  op: 'surface.rim',
  name: 'Rim',
  description: 'Light where the surface turns away from the viewer, along a ramp.',
  takes: ['surface'],
  gives: 'surface',
  cellParam: 'power',
  aliases: ['fresnel', 'edge', 'glow', 'shield', 'halo'],
  params: [
    number({
      id: 'power',
      name: 'Power',
      description: 'Higher keeps it closer to the outline.',
      default: 3,
      min: 0.2,
      max: 12,
      hard: [0.01, 100],
    }),
    number({
      id: 'strength',
      name: 'Strength',
      description: 'How bright.',
      default: 1,
      min: 0,
      max: 8,
      hard: [0, 10000],
    }),
    ramp({
      id: 'colours',
      name: 'Colours',
      description: 'From facing the viewer on the left to turned away on the right.',
      at: ({ power }) => `pow(max(1.0 - abs(dot(directionOf(p.normal), directionOf(p.view))), 1e-6), ${power})`,
      default: [
        { at: 0, colour: '#000000' },
        { at: 1, colour: '#8fd8d0' },
      ],
    }),
    choice({
      id: 'also',
      name: 'Opacity',
      description: 'Whether the rim covers what is behind it.',
      options: ['as it is', 'covers'],
    }),
  ],
  needs: ['colours'],
  glsl: `
  v.glow += colours * max(strength, 0.0);
  if (also == 1) v.opacity = max(v.opacity, clamp(max(colours.r, max(colours.g, colours.b)) * strength, 0.0, 1.0));
  return v;`,
  look: ({ also }) => ({ covers: also === 'covers' }),
};
