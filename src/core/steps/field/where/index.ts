import { carried } from './carried';
import { copyNumber } from './copy-number';
import { distance } from './distance';
import { faceNumber } from './face-number';
import { facing } from './facing';
import { from } from './from';
import { normal } from './normal';
import { origin } from './origin';
import { plane } from './plane';
import { position } from './position';
import { screen } from './screen';
import { uv } from './uv';

export const WHERE_STEPS = [
  position,
  plane,
  uv,
  screen,
  normal,
  facing,
  carried,
  copyNumber,
  faceNumber,
  from,
  origin,
  distance,
];
