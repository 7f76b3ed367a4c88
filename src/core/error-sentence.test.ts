import { expect, it } from 'vitest';
import { errorSentence } from './error-sentence';
import { PieceError } from './piece/errors';

it('an artist reads our sentences, and none of the browser’s', () => {
  expect(errorSentence(new PieceError('edit', 'The step is no longer there.'))).toBe('The step is no longer there.');
  // As it comes from a thread: without its class.
  expect(errorSentence(Object.assign(new Error('It is not a WAV file.'), { name: 'SoundError' }))).toMatch(/WAV/);
  for (const raw of [
    new TypeError("Failed to execute 'decodeAudioData' on 'BaseAudioContext': Unable to decode."),
    new DOMException('The source image could not be decoded.', 'EncodingError'),
    new Error("Failed to execute 'createImageBitmap'."),
    new RangeError('Array buffer allocation failed.'),
    new Error('x is undefined'),
    null,
    undefined,
    'text',
  ])
    expect(errorSentence(raw, 'Ours.')).toBe('Ours.');
});
