import { exposeApi } from '../channel';
import { exporter } from '../exporter';

exposeApi(exporter);
