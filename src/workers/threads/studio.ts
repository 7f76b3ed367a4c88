import { exposeApi } from '../channel';
import { studio } from '../studio';

exposeApi(studio);
