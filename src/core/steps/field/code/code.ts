import { givesParam, written } from './written';
import { text } from '../../params';

export const code = written(
  {
    op: 'field.code',
    name: 'Code',
    description: 'The body of a GLSL function: v is the input, p is the place, what it returns is the output.',
    takes: ['float', 'vec2', 'vec3'],
    gives: 'float',
    aliases: ['glsl', 'shader', 'function', 'script', 'program'],
    params: [
      text({
        id: 'text',
        name: 'Code',
        description:
          'Every const at the beginning of a line becomes an input: float, int, bool, vec2, vec3. A note behind it ' +
          'sets range, unit and label: const float far = 1.0; // 0 to 4 m, How far. With // colour a vec3 is a colour.',
        long: true,
        default:
          'const float density = 4.0; // 0 to 16\nconst float turns = 1.0; // 0 to 4\n\nfloat d = ' +
          'length(v);\nreturn 0.5 + 0.5 * waveSine(d * density - p.phase * turns);',
      }),
      givesParam,
    ],
  },
  false,
);
