import { exposeApi } from '../channel';
import { meshReader } from '../mesh-reader';

exposeApi(meshReader);
