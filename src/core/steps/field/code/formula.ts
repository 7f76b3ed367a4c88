import { givesParam, written } from './written';
import { text } from '../../params';

export const formula = written(
  {
    op: 'field.formula',
    name: 'Formula',
    description: 'One line of GLSL: the running value is v, the place is p.',
    takes: ['float', 'vec2', 'vec3'],
    gives: 'float',
    cellParam: 'text',
    aliases: ['math', 'expression', 'glsl', 'code'],
    params: [
      text({
        id: 'text',
        name: 'Formula',
        description: 'For example sin(6.2832 * p.phase) + length(v).',
        default: '0.5 + 0.5 * waveSine(length(v) * 3.0 - p.phase)',
      }),
      givesParam,
    ],
  },
  true,
);
