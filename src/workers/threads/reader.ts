import { exposeApi } from '../channel';
import { reader } from '../reader';

exposeApi(reader);
