import { contrast } from './contrast';
import { exposure } from './exposure';
import { look } from './look';
import { paint } from './paint';
import { shoot } from './shoot';

export const FINISH_STEPS = [shoot, paint, exposure, contrast, look];
