import { alternate } from './alternate';
import { choose } from './choose';
import { count } from './count';
import { envelope } from './envelope';
import { every } from './every';
import { holdValue } from './hold';
import { placed } from './placed';
import { pulse } from './pulse';
import { scattered } from './scattered';
import { since } from './since';

export const MOMENT_STEPS = [every, placed, scattered, envelope, count, alternate, since, pulse, choose, holdValue];
