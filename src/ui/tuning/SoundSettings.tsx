import { errorSentence } from '@/core/error-sentence';
import { setLoop, setSound } from '@/core/piece/edit';
import type { Piece, LoopSound } from '@/core/piece/types';
import type { NumberParam } from '@/core/steps';
import { MADE_SOUNDS } from '@/core/sound/made';
import { decoded } from '@/workers/remotes';
import { notify } from '@/state/panels/notify';
import { usePanels } from '@/state/panels/panels';
import { importSound, madeSoundFile, SOUND_ENDINGS } from '@/state/assets/sounds';
import { useDecoded } from '@/state/assets/asset-kind';
import { useWorkbench } from '@/state/workbench';
import { shortNumber } from '@/actions/number-words';
import { Button } from '../parts/Button';
import { Menu } from '../parts/Menu';
import { FileDrop } from '../parts/FileDrop';
import { NumberField } from '../parts/NumberField';
import { SettingRow } from '../parts/SettingRow';

const number = (id: string, name: string, max: number, hard: number, unit: string): NumberParam => ({
  type: 'number',
  id,
  name,
  description: '',
  default: 0,
  min: 0,
  max,
  hard: [0, hard],
  unit,
});

const FADE = number('fade', 'Fades over', 2, 600, 's');
const VOLUME = number('volume', 'Volume', 1, 1, '');

/** The sound that the piece hears: which, what part of it, and how loud it is here. */
export function SoundSettings({ piece }: { piece: Piece }) {
  const { sound } = piece.loop;
  const heard = piece.loop.frames / piece.loop.rate;
  const edit = useWorkbench((s) => s.edit);
  const volume = usePanels((s) => s.volume);
  const take = async (file: File, signal?: AbortSignal, progress?: (part: number) => void) => {
    const asset = await importSound(file, signal, progress);
    edit((p) => setSound(p, asset));
  };
  const section = (change: Partial<LoopSound>) =>
    edit((p) => (p.loop.sound ? setLoop(p, { sound: { ...p.loop.sound, ...change } }) : p), 'sound');
  useDecoded((s) => s.count);
  const track = decoded.track(sound?.asset);
  const begin = number('start', 'Begins at', Math.max(0.1, track?.seconds ?? 60), 600, 's');
  return (
    <section aria-label="Sound" className="mt-3 border-t border-line pt-3">
      <h3 className="flex items-center justify-between font-semibold">
        Sound
        <Menu
          trigger={<Button look="bare">Ready-made</Button>}
          items={() =>
            MADE_SOUNDS.map(({ id, name }) => ({
              label: name,
              run: () =>
                void madeSoundFile(id)
                  .then((file) => take(file))
                  .catch((error: unknown) => notify('error', `"${name}" was not imported. ${errorSentence(error)}`)),
            }))
          }
        />
      </h3>
      <FileDrop
        name="Sound"
        words="No sound yet. Drop a WAV, MP3, OGG or FLAC here."
        accept={SOUND_ENDINGS.join()}
        file={piece.assets.find((a) => a.id === sound?.asset)?.name}
        take={take}
        onClear={() => edit((p) => setSound(p, null))}
      />
      {sound && (
        <>
          {track && (
            <p className="mb-1 text-mute">
              {`It lasts ${shortNumber(track.seconds)} s; the loop hears ${shortNumber(heard)} s of it.`}
            </p>
          )}
          <SettingRow name="Begins at">
            <NumberField param={begin} value={sound.start} onChange={(start) => section({ start })} />
          </SettingRow>
          <SettingRow name="Fades over">
            <NumberField param={FADE} value={sound.fade} onChange={(fade) => section({ fade })} />
          </SettingRow>
          <SettingRow name="Volume">
            <NumberField param={VOLUME} value={volume} onChange={(v) => usePanels.setState({ volume: v })} />
          </SettingRow>
        </>
      )}
    </section>
  );
}
