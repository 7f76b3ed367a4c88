import type { FieldStep } from '../../definition';
import { choice, number, picture } from '../../params';

export const pictureField: FieldStep = {
  op: 'field.picture',
  name: 'Picture',
  description: 'Reads a picture at the running coordinates, 0 to 1 across and up.',
  takes: ['vec2', 'vec3'],
  gives: 'vec3',
  aliases: ['image', 'texture', 'photo', 'png', 'svg', 'jpeg', 'bitmap'],
  params: [
    picture({
      id: 'picture',
      name: 'Picture',
      description: 'Drop a PNG, JPEG, WebP or SVG here, or take a sample.',
    }),
    choice({
      id: 'laid',
      name: 'Fit',
      description: 'How it meets the square from 0 to 1.',
      options: ['stretched', 'fit', 'fill'],
    }),
    choice({
      id: 'beyond',
      name: 'Outside',
      description: 'What lies outside of it.',
      options: ['nothing', 'tiled', 'mirrored', 'held'],
    }),
    choice({
      id: 'texels',
      name: 'Sampling',
      description: 'Smooth between texels, or hard.',
      options: ['smooth', 'hard'],
    }),
    choice({
      id: 'show',
      name: 'Show',
      description: 'What of it.',
      options: ['colour', 'brightness', 'red', 'green', 'blue', 'opacity', 'colour on black'],
    }),
    number({
      id: 'aspect',
      name: 'Aspect',
      description: 'Width of the square against its height, for fit and fill.',
      default: 1,
      min: 0.1,
      max: 4,
      hard: [0.001, 1000],
    }),
    number({
      id: 'brightness',
      name: 'Brightness',
      description: 'Factor.',
      default: 1,
      min: 0,
      max: 4,
      hard: [0, 1000],
    }),
  ],
  needs: ['picture', 'colours'],
  glsl: `
  vec2 uv = pointOf(v).xy;
  vec2 size = texelSize(picture);
  float wider = size.x / size.y / aspect;
  vec2 by = wider > 1.0 ? vec2(1.0, wider) : vec2(1.0 / wider, 1.0);
  if (laid == 1) uv = (uv - 0.5) * by + 0.5;
  else if (laid == 2) uv = (uv - 0.5) * by / max(wider, 1.0 / wider) + 0.5;
  vec4 c = pictureAt(picture, uv, texels == 0, beyond);
  if (show == 1) return vec3(luminanceOf(c.rgb) * c.a * brightness);
  if (show == 2) return vec3(c.r * brightness);
  if (show == 3) return vec3(c.g * brightness);
  if (show == 4) return vec3(c.b * brightness);
  if (show == 5) return vec3(c.a * brightness);
  return (show == 6 ? c.rgb * c.a : c.rgb) * brightness;`,
};
