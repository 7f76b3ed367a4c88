import { exposeApi } from '../channel';
import { panoramaReader } from '../panorama-reader';

exposeApi(panoramaReader);
