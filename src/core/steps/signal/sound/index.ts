import { soundBand } from './band';
import { soundBrightness } from './brightness';
import { soundLevel } from './level';
import { soundOnsets } from './onsets';

export const SOUND_STEPS = [soundLevel, soundBand, soundBrightness, soundOnsets];
