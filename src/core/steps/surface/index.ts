import { colour } from './colour';
import { gloss } from './gloss';
import { glow } from './glow';
import { lit } from './lit';

export const SURFACE_STEPS = [lit, colour, gloss, glow];
