import { bend } from './bend';
import { blend } from './blend';
import { coat } from './coat';
import { surfaceColour } from './colour';
import { cut } from './cut';
import { gloss } from './gloss';
import { glow } from './glow';
import { lit } from './lit';
import { opacity } from './opacity';
import { relief } from './relief';
import { rim } from './rim';
import { shading } from './shading';
import { shadow } from './shadow';
import { sides } from './sides';
import { soft } from './soft';
import { wire } from './wire';

export const SURFACE_STEPS = [
  lit,
  surfaceColour,
  gloss,
  coat,
  glow,
  rim,
  relief,
  opacity,
  cut,
  blend,
  bend,
  soft,
  wire,
  sides,
  shading,
  shadow,
];
