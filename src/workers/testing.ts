import { exposeApi } from './channel';
import { meshReader } from './mesh-reader';
import { panoramaReader } from './panorama-reader';
import { reader } from './reader';
import { studio } from './studio';
import { exporter } from './exporter';

const THREADS: Record<string, object> = {
  studio,
  reader,
  exporter,
  'mesh-reader': meshReader,
  'panorama-reader': panoramaReader,
};

/**
 * The browser's Worker as far as the remotes need one: its work is done in this thread, but all that is said goes
 * through a real channel and is copied on the way, and a terminated one answers nothing more.
 */
export class WorkerHere extends EventTarget {
  /** All that were opened, by the names of their threads. */
  static readonly opened: { name: string; worker: WorkerHere }[] = [];
  private readonly port: MessagePort;
  private readonly within: MessagePort;

  constructor(url: URL) {
    super();
    const name = url.pathname.split('/').pop()!.replace('.ts', '');
    const { port1, port2 } = new MessageChannel();
    exposeApi(THREADS[name]!, port1);
    [this.within, this.port] = [port1, port2];
    WorkerHere.opened.push({ name, worker: this });
  }

  start(): void {
    this.port.start();
  }

  postMessage(message: unknown, transfer: Transferable[] = []): void {
    this.port.postMessage(message, transfer);
  }

  override addEventListener(type: string, listener: EventListenerOrEventListenerObject): void {
    if (type === 'message') this.port.addEventListener(type, listener);
    else super.addEventListener(type, listener);
  }

  override removeEventListener(type: string, listener: EventListenerOrEventListenerObject): void {
    if (type === 'message') this.port.removeEventListener(type, listener);
    else super.removeEventListener(type, listener);
  }

  terminate(): void {
    this.port.close();
    this.within.close();
  }
}
