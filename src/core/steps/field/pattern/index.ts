import { bands } from './bands';
import { bricks } from './bricks';
import { cells } from './cells';
import { checker } from './checker';
import { dots } from './dots';
import { fractal } from './fractal';
import { gradient } from './gradient';
import { hexagons } from './hexagons';
import { lines } from './lines';
import { noise } from './noise';
import { pictureField } from './picture';
import { random } from './random';
import { randomEach } from './random-each';
import { ripple } from './ripple';
import { shape } from './shape';
import { shotField } from './shot';
import { stripes } from './stripes';
import { wave } from './wave';

export const PATTERN_STEPS = [
  noise,
  fractal,
  cells,
  bands,
  ripple,
  wave,
  gradient,
  checker,
  stripes,
  dots,
  lines,
  bricks,
  hexagons,
  shape,
  pictureField,
  shotField,
  random,
  randomEach,
];
