import type { Ground } from '@/core/parts/part';
import type { Strand } from '@/core/piece/types';
import { from, strand } from '../build';

const body = strand('form', 'body', ['ball', { radius: 1, columns: 120, rows: 72 }]);
const skin = strand('surface', 'skin', ['lit', { colour: '#7d8c88', roughness: 0.45 }]);
const hall = (...placed: Parameters<typeof strand>[2][]): Strand =>
  strand(
    'stage',
    'hall',
    ['camera', { position: [2.6, 1.7, 3.4], target: [0, 0, 0], lens: 38 }],
    ...placed,
    ['sun', { turn: -38, height: 42, strength: 2.6, softness: 2 }],
    ['fill', { above: '#9fb6c2', below: '#2b2a2e', strength: 0.7 }],
  );
const out = strand('finish', 'out', ['shoot', { stage: from('hall') }]);
const onStage = hall(['place', { form: from('body'), surface: from('skin') }]);

/** A lit ball before a camera; a stage without it where something is to stand there. */
export const ground: Ground = (kind) => ({
  strands: kind === 'stage' ? [hall(), out] : [body, skin, onStage, out],
  controls: [],
  assets: [],
});
