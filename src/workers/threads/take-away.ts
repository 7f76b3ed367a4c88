import * as Comlink from 'comlink';
import { takeAway } from '../take-away';

Comlink.expose(takeAway);
