import type { FinishStep } from '../definition';
import { strand } from '../params';

export const from: FinishStep = {
  op: 'finish.from',
  name: 'Go on from',
  description: 'Begins with the picture of another finish, or of one of its steps.',
  takes: [],
  gives: 'image',
  continues: 'picture',
  aliases: ['branch', 'copy', 'picture', 'input', 'clean'],
  params: [strand({ id: 'picture', name: 'Picture', description: 'The finish that it goes on from.', kind: 'finish' })],
  glsl: '  return straight(otherAt(picture, p.uv));',
};
