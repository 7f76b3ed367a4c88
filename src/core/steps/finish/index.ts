import type { FinishStep } from '../definition';
import { channels } from './channels';
import { contrast } from './contrast';
import { exposure } from './exposure';
import { grain } from './grain';
import { ground } from './ground';
import { hue } from './hue';
import { invert } from './invert';
import { key } from './key';
import { lay } from './lay';
import { levels } from './levels';
import { lines } from './lines';
import { look } from './look';
import { paint } from './paint';
import { posterise } from './posterise';
import { recolour } from './recolour';
import { rounded } from './rounded';
import { shoot } from './shoot';
import { temperature } from './temperature';
import { tone } from './tone';
import { vignette } from './vignette';

const grouped = (group: string, steps: FinishStep[]): FinishStep[] => steps.map((step) => ({ ...step, group }));

export const FINISH_STEPS: FinishStep[] = [
  ...grouped('source', [shoot, paint]),
  ...grouped('colour', [
    exposure,
    contrast,
    levels,
    tone,
    temperature,
    hue,
    recolour,
    channels,
    posterise,
    invert,
    lay,
  ]),
  ...grouped('opacity', [key, ground, rounded]),
  ...grouped('texture', [grain, lines, vignette]),
  look,
];
