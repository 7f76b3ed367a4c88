import type { FieldStep } from '../../definition';
import { number } from '../../params';

export const gain: FieldStep = {
  op: 'field.gain',
  name: 'Gain',
  description: 'Strengthens, well above 1 where it should glow.',
  takes: ['float', 'vec2', 'vec3'],
  gives: 'same',
  cellParam: 'by',
  aliases: ['multiply', 'exposure', 'glow', 'bright', 'strength'],
  params: [
    number({ id: 'by', name: 'Factor', description: 'Factor.', default: 2, min: 0, max: 16, hard: [-100000, 100000] }),
    number({ id: 'lift', name: 'Lift', description: 'Added afterwards.', default: 0, min: -1, max: 1 }),
  ],
  glsl: '  return v * by + lift;',
};
