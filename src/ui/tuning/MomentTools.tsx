import { MIDI_BYTES, MidiError } from '@/core/formats/midi-file';
import { quantised, momentsOfTriggers, thinned } from '@/core/piece/moments';
import type { Key, Loop } from '@/core/piece/types';
import { notify } from '@/state/panels/notify';
import { readMidiFile } from '@/workers/reading';
import { Button } from '../parts/Button';
import { Menu } from '../parts/Menu';
import { FileDrop } from '../parts/FileDrop';

interface Props {
  moments: Key[];
  loop: Loop;
  onChange: (moments: Key[]) => void;
}

/** Steps of time that a piece has, in frames: by its beats where it has some. */
function steps({ rate, tempo }: Loop): { name: string; frames: number }[] {
  if (tempo === undefined) return [2, 5, 10, 20].map((frames) => ({ name: `${frames} frames`, frames }));
  const beat = (60 * rate) / tempo;
  return [
    { name: 'a beat', frames: beat },
    { name: 'half a beat', frames: beat / 2 },
    { name: 'a third of a beat', frames: beat / 3 },
    { name: 'a quarter of a beat', frames: beat / 4 },
  ];
}

/** What is done with all moments of a step at once, and a MIDI file that they are taken from. */
export function MomentTools({ moments, loop, onChange }: Props) {
  const changed = (next: Key[], words: string) => {
    onChange(next);
    const gone = moments.length - next.length;
    if (gone > 0) notify('info', `${words}: ${gone} of ${moments.length} moments went.`);
  };
  const read = async (file: File, signal?: AbortSignal) => {
    if (file.size > MIDI_BYTES) throw new MidiError('It is larger than 4 MB.');
    const { moments: taken, after, over } = momentsOfTriggers(await readMidiFile(file, signal), loop);
    if (taken.length === 0)
      throw new MidiError('It has no notes before the loop ends. Make the loop longer, or cut the file.');
    onChange(taken);
    const rest = [
      after > 0 && `${after} ${after === 1 ? 'comes' : 'come'} after the end of the loop`,
      over > 0 && `${over} had no room`,
    ];
    notify('done', [`${taken.length} moments are taken from it`, ...rest.filter(Boolean)].join('; ') + '.');
  };
  return (
    <div>
      <div className="flex gap-1">
        <Menu
          align="start"
          trigger={<Button look="bare">Quantise</Button>}
          items={() =>
            [{ name: 'whole frames', frames: 1 }, ...steps(loop)].map(({ name, frames }) => ({
              label: `To ${name}`,
              run: () => changed(quantised(moments, loop.frames, frames), `Quantised to ${name}`),
            }))
          }
        />
        <Menu
          align="start"
          trigger={<Button look="bare">Thin out</Button>}
          items={() =>
            steps(loop).map(({ name, frames }) => ({
              label: `At least ${name} apart`,
              run: () => changed(thinned(moments, loop.frames, frames), `At least ${name} apart`),
            }))
          }
        />
      </div>
      <FileDrop
        name="MIDI file"
        words="Drop a MIDI file here to take its moments."
        accept=".mid,.midi"
        file={undefined}
        take={read}
        onClear={() => undefined}
      />
    </div>
  );
}
