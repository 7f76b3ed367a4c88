import { addedUp } from './add-up';
import { change } from './change';
import { delay } from './delay';
import { recentOf } from './recent';
import { smooth } from './smooth';
import { spring } from './spring';

export const MEMORY_STEPS = [smooth, spring, addedUp, change, delay, recentOf];
