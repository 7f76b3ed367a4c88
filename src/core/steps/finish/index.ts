import type { FinishStep } from '../definition';
import { blend } from './blend';
import { blocks } from './blocks';
import { blur } from './blur';
import { channels } from './channels';
import { contrast } from './contrast';
import { shadeCurve } from './curve';
import { crop } from './crop';
import { dither } from './dither';
import { earlier } from './earlier';
import { echo } from './echo';
import { edges } from './edges';
import { exposure } from './exposure';
import { focus } from './focus';
import { fold } from './fold';
import { glow } from './glow';
import { grain } from './grain';
import { ground } from './ground';
import { hold } from './hold';
import { hue } from './hue';
import { invert } from './invert';
import { join } from './join';
import { key } from './key';
import { lag } from './lag';
import { lay } from './lay';
import { lens } from './lens';
import { levels } from './levels';
import { lines } from './lines';
import { look } from './look';
import { mask } from './mask';
import { mist } from './mist';
import { outline } from './outline';
import { paint } from './paint';
import { place } from './place';
import { polar } from './polar';
import { posterise } from './posterise';
import { recolour } from './recolour';
import { rounded } from './rounded';
import { sharpen } from './sharpen';
import { shift } from './shift';
import { shoot } from './shoot';
import { slow } from './slow';
import { smear } from './smear';
import { split } from './split';
import { streaks } from './streaks';
import { table } from './table';
import { temperature } from './temperature';
import { tone } from './tone';
import { vignette } from './vignette';
import { from } from './from';

const grouped = (group: string, steps: FinishStep[]): FinishStep[] => steps.map((step) => ({ ...step, group }));

export const FINISH_STEPS: FinishStep[] = [
  ...grouped('source', [shoot, paint, from]),
  ...grouped('colour', [
    exposure,
    contrast,
    levels,
    shadeCurve,
    tone,
    temperature,
    hue,
    recolour,
    table,
    channels,
    posterise,
    invert,
    lay,
  ]),
  ...grouped('light', [glow, streaks, blur, smear, sharpen]),
  ...grouped('distance', [focus, mist]),
  ...grouped('shape', [place, fold, polar, lens, shift, split, blocks]),
  ...grouped('memory', [echo, lag, hold, slow, earlier]),
  ...grouped('joining', [blend, mask, join]),
  ...grouped('lines', [edges, outline]),
  ...grouped('opacity', [key, ground, rounded, crop]),
  ...grouped('texture', [grain, dither, lines, vignette]),
  look,
];
