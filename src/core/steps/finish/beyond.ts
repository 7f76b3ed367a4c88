import type { ChoiceParam } from '../param-types';
import { choice } from '../params';

/** What lies beyond the picture, in the order of the library's `withinFrame`. @param at first */
export const beyondParam = (at: 'held' | 'mirrored' | 'tiled' | 'nothing' = 'held'): ChoiceParam =>
  choice({
    id: 'beyond',
    name: 'Outside',
    description: 'What lies beyond the edges of the picture.',
    default: at,
    options: [{ id: 'held', name: 'Edge held' }, 'mirrored', 'tiled', 'nothing'],
  });
