import * as Comlink from 'comlink';
import { CubeError } from '@/core/formats/cube';
import { MidiError } from '@/core/formats/midi-file';
import { SoundError } from '@/core/formats/wav';
import { MeshError } from '@/core/mesh/mesh';
import { PieceError } from '@/core/piece/errors';

/**
 * Both ends of a worker's channel. Comlink tells an error by its name and its message alone; those of the core, which
 * say in words what is wrong, are of their own class on the other side too.
 */

/** An error of the core as it is sent. */
interface SentError {
  coreError: string;
  message: string;
  code?: PieceError['code'];
  at?: PieceError['at'];
}

const MAKERS: Record<string, (sent: SentError) => Error> = {
  CubeError: ({ message }) => new CubeError(message),
  MidiError: ({ message }) => new MidiError(message),
  SoundError: ({ message }) => new SoundError(message),
  MeshError: ({ message }) => new MeshError(message),
  PieceError: ({ message, code, at }) => new PieceError(code!, message, at),
};

const usual = Comlink.transferHandlers.get('throw') as Comlink.TransferHandler<{ value: unknown }, object>;

const throwHandler: Comlink.TransferHandler<{ value: unknown }, object> = {
  canHandle: (value): value is { value: unknown } => usual.canHandle(value),
  serialize: (thrown) => {
    const { value: error } = thrown;
    if (!(error instanceof Error) || !Object.hasOwn(MAKERS, error.name)) return usual.serialize(thrown);
    const { code, at } = error as Partial<PieceError>;
    return [{ coreError: error.name, message: error.message, code, at } satisfies SentError, []];
  },
  deserialize: (sent) => {
    if ('coreError' in sent) throw MAKERS[(sent as SentError).coreError]!(sent as SentError);
    return usual.deserialize(sent);
  },
};

Comlink.transferHandlers.set('throw', throwHandler);

/** Has this thread answer for an object. */
export const exposeApi = (api: object, port?: Comlink.Endpoint): void => Comlink.expose(api, port);

/** What a worker exposes, as a remote object. */
export const remoteOf = <Api>(worker: Worker): Comlink.Remote<Api> => Comlink.wrap<Api>(worker);
