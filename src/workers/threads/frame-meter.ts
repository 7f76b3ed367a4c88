import { exposeApi } from '../channel';
import { frameMeter } from '../frame-meter';

exposeApi(frameMeter);
