import * as Comlink from 'comlink';
import { takeAway } from '../exporter';

Comlink.expose(takeAway);
