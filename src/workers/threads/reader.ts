import * as Comlink from 'comlink';
import { reader } from '../reader';

Comlink.expose(reader);
