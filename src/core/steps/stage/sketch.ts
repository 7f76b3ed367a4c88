import type { Vector } from '../../piece/types';

/** What a cell of a stage step draws; colours as written. */
export type Sketch =
  /** Seen from above: where a camera stands and looks. */
  | { draw: 'plan'; position: Vector; target: Vector; lens: number }
  /** Where a light stands on a compass, seen from above. */
  | { draw: 'compass'; turn: number; height: number; colour: string }
  /** Colours over one another. */
  | { draw: 'bands'; colours: string[] }
  | { draw: 'rays'; colour: string }
  /** Nothing at all. */
  | { draw: 'open' }
  /** Lines of a box 84 wide and 36 high about 0; filled where it has a colour. */
  | { draw: 'path'; path: string; colour?: string };
