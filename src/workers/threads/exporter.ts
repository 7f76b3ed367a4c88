import * as Comlink from 'comlink';
import { exporter } from '../exporter';

Comlink.expose(exporter);
