import type { TextScope } from '../../field/code/artist-text';
import { givesParam, written } from '../../field/code/written';
import { text } from '../../params';
import { beatsParam, framesParam, secondsParam } from '../moments/loop-length';

/** Where in the loop it is, in all the ways in which time is counted here. */
const SCOPE: TextScope = {
  params: [
    { ...framesParam, glslName: 'loopFrames' },
    { ...secondsParam, glslName: 'loopSeconds' },
    { ...beatsParam, glslName: 'loopBeats' },
  ],
  line: 'float phase = p.phase, frame = phase * loopFrames, seconds = phase * loopSeconds, beats = phase * loopBeats;',
};

const formula = written(
  {
    op: 'signal.formula',
    name: 'Formula',
    description:
      'One line of GLSL: the running value is v; phase, frame, seconds and beats say where in the loop it is.',
    takes: ['float', 'vec3'],
    gives: 'float',
    cellParam: 'text',
    aliases: ['math', 'expression', 'glsl', 'code'],
    params: [
      text({
        id: 'text',
        name: 'Formula',
        description: 'For example v * sin(6.2832 * phase).',
        default: 'length(v) * waveSine(phase)',
      }),
      givesParam,
    ],
  },
  true,
  SCOPE,
);

const code = written(
  {
    op: 'signal.code',
    name: 'Code',
    description:
      'The body of a GLSL function: v runs in, what it returns runs on; phase, frame, seconds and ' +
      'beats say where in the loop it is.',
    takes: ['float', 'vec3'],
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
        default: 'const float turns = 2.0; // 0 to 8\n\nreturn length(v) * (0.5 + 0.5 * waveSine(phase * turns));',
      }),
      givesParam,
    ],
  },
  false,
  SCOPE,
);

export const SIGNAL_CODE_STEPS = [formula, code];
