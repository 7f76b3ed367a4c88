import { hasKeys, setFrames, type KeysKeep } from '@/core/piece/beats';
import { setLoop, setPicture } from '@/core/piece/edit';
import { LIMITS } from '@/core/piece/limits';
import type { Loop, Picture, Piece } from '@/core/piece/types';
import type { NumberParam } from '@/core/steps';
import { number } from '@/core/steps/params';
import { endGesture, useWorkbench } from '@/state/workbench';
import { usePanels } from '@/state/panels/panels';
import { seconds } from '@/actions/number-words';
import { ChoiceField } from '../parts/ChoiceField';
import { ColourField } from '../parts/ColourField';
import { NumberField } from '../parts/NumberField';
import { SettingRow } from '../parts/SettingRow';
import { SoundSettings } from './SoundSettings';
import { Tempo } from './Tempo';

const wholeNumber = (param: Pick<NumberParam, 'id' | 'name' | 'min' | 'max' | 'hard' | 'unit'>): NumberParam =>
  number({ ...param, description: '', default: param.min, whole: true });

const SIDE: [number, number] = [16, LIMITS.pictureSide];
const WIDTH = wholeNumber({ id: 'width', name: 'Width', min: 320, max: 3840, hard: SIDE, unit: 'px' });
const HEIGHT = wholeNumber({ id: 'height', name: 'Height', min: 180, max: 2160, hard: SIDE, unit: 'px' });
const FRAMES = wholeNumber({
  id: 'frames',
  name: 'Length',
  min: 30,
  max: 900,
  hard: [2, LIMITS.frames],
  unit: 'frames',
});
const RATE = wholeNumber({ id: 'rate', name: 'Frame rate', min: 12, max: 60, hard: [1, 240], unit: 'a second' });
const KEEPS = {
  name: 'Keys keep',
  options: [
    { id: 'parts', name: 'Their part of the loop' },
    { id: 'frames', name: 'Their frames' },
  ],
};
const PLAYS = {
  name: 'Plays',
  options: [
    { id: 'loop', name: 'As a loop' },
    { id: 'once', name: 'Once' },
  ],
};

/** Settings of the whole piece: picture and loop. */
export function PieceSettings({ piece }: { piece: Piece }) {
  const edit = useWorkbench((s) => s.edit);
  const picture = (change: Partial<Picture>) =>
    edit((p) => setPicture(p, change), `picture ${Object.keys(change).join()}`);
  const loop = (change: Partial<Loop>) => edit((p) => setLoop(p, change), `loop ${Object.keys(change).join()}`);
  const keep = usePanels((s) => s.keysKeep);
  const length = (frames: number) => edit((p) => setFrames(p, frames, keep), 'loop frames');
  return (
    <div className="grid gap-x-5 gap-y-3 p-4 @min-[500px]:grid-cols-[196px_minmax(0,1fr)]">
      <div>
        <h2 className="text-[15px] font-semibold">Picture and loop</h2>
        <p className="mb-2 text-mute">of the whole piece</p>
        <p className="text-mute">
          {piece.loop.frames} frames at {piece.loop.rate} a second last {seconds(piece.loop.frames, piece.loop.rate)}.
        </p>
        <p className="mt-2 text-mute">Select a step in the lattice to tune it; Escape comes back here.</p>
      </div>
      <div onPointerUp={endGesture} onPointerCancel={endGesture} onBlur={endGesture}>
        <SettingRow name="Width">
          <NumberField param={WIDTH} value={piece.picture.width} onChange={(width) => picture({ width })} />
        </SettingRow>
        <SettingRow name="Height">
          <NumberField param={HEIGHT} value={piece.picture.height} onChange={(height) => picture({ height })} />
        </SettingRow>
        <SettingRow name="Background">
          <ColourField
            name="Background"
            value={piece.picture.background}
            onChange={(background) => picture({ background })}
          />
        </SettingRow>
        <SettingRow name="Length">
          <NumberField param={FRAMES} value={piece.loop.frames} onChange={length} />
        </SettingRow>
        {hasKeys(piece) && (
          <SettingRow name="Keys keep">
            <ChoiceField param={KEEPS} value={keep} onChange={(k) => usePanels.setState({ keysKeep: k as KeysKeep })} />
          </SettingRow>
        )}
        <SettingRow name="Frame rate">
          <NumberField param={RATE} value={piece.loop.rate} onChange={(rate) => loop({ rate })} />
        </SettingRow>
        <Tempo loop={piece.loop} onTempo={(tempo) => loop({ tempo })} onLength={length} />
        <SettingRow name="Plays">
          <ChoiceField
            param={PLAYS}
            value={piece.loop.play}
            onChange={(play) => loop({ play: play as Loop['play'] })}
          />
        </SettingRow>
        <SoundSettings piece={piece} />
      </div>
    </div>
  );
}
