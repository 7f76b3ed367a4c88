import * as Comlink from 'comlink';
import { studio } from '../studio';

Comlink.expose(studio);
