import * as Comlink from 'comlink';
import { meshReader } from '../mesh-reader';

Comlink.expose(meshReader);
