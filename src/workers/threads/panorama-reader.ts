import * as Comlink from 'comlink';
import { panoramaReader } from '../panorama-reader';

Comlink.expose(panoramaReader);
