import { X } from 'lucide-react';
import { beatsOf, fitBeats } from '@/core/piece/beats';
import { LIMITS } from '@/core/piece/limits';
import type { Loop } from '@/core/piece/types';
import type { NumberParam } from '@/core/steps';
import { tapTempo } from '@/state/playback/tempo';
import { shortNumber } from '@/actions/number-words';
import { Button } from '../parts/Button';
import { SettingRow } from '../parts/SettingRow';
import { NumberField } from '../parts/NumberField';

/** The tempo that a piece is first given. */
const FIRST_TEMPO_BPM = 120;
const TEMPO: NumberParam = {
  type: 'number',
  id: 'tempo',
  name: 'Tempo',
  description: 'Beats a minute.',
  default: FIRST_TEMPO_BPM,
  min: 60,
  max: 180,
  hard: [LIMITS.slowest, LIMITS.fastest],
  unit: 'a minute',
};
const BEATS: NumberParam = {
  type: 'number',
  id: 'beats',
  name: 'In beats',
  description: 'Length of the loop.',
  default: 8,
  min: 1,
  max: 64,
  hard: [0.25, 4096],
  unit: 'beats',
};
/** Parts of a frame that nobody can tell. */
const SAME_WITHIN_FRAMES = 5e-4;

interface Props {
  loop: Loop;
  onTempo: (tempo: number | undefined) => void;
  /** Asks for a length in frames. */
  onLength: (frames: number) => void;
}

/** Beats a minute, and the length of the loop in beats: the nearest whole number of frames. */
export function Tempo({ loop, onTempo, onLength }: Props) {
  const { tempo } = loop;
  const tap = (
    <Button look="bare" title="Tap in time (T)" onClick={() => tapTempo()}>
      Tap
    </Button>
  );
  if (tempo === undefined)
    return (
      <SettingRow name="Tempo">
        <span className="flex items-center gap-1">
          <Button look="bare" onClick={() => onTempo(FIRST_TEMPO_BPM)}>
            Count in beats
          </Button>
          {tap}
        </span>
      </SettingRow>
    );
  return (
    <>
      <SettingRow name="Tempo">
        <div className="grid grid-cols-[1fr_auto_auto] items-center gap-1">
          <NumberField param={TEMPO} value={tempo} onChange={onTempo} />
          {tap}
          <Button look="icon" aria-label="Without a tempo" onClick={() => onTempo(undefined)}>
            <X size={13} />
          </Button>
        </div>
      </SettingRow>
      <SettingRow name="In beats">
        <NumberField
          param={BEATS}
          value={Number(beatsOf(loop)!.toFixed(2))}
          onChange={(beats) => onLength(fitBeats(beats, tempo, loop.rate).frames)}
        />
      </SettingRow>
      <Fit loop={loop} tempo={tempo} onTempo={onTempo} onLength={onLength} />
    </>
  );
}

/** How well a whole number of beats fits the frames, and what makes it fit. */
function Fit({ loop, tempo, onTempo, onLength }: Props & { tempo: number }) {
  const beats = Math.max(1, Math.round(beatsOf(loop)!));
  const { frames, over, exactTempo } = fitBeats(beats, tempo, loop.rate);
  const count = `${beats} ${beats === 1 ? 'beat' : 'beats'}`;
  const words = () => {
    if (frames !== loop.frames) return null;
    if (Math.abs(over) < SAME_WITHIN_FRAMES) return `${count} are exactly ${frames} frames.`;
    const off = `${shortNumber(Math.abs(over))} too ${over > 0 ? 'many' : 'few'}`;
    return `${count} are ${(frames - over).toFixed(2)} frames: ${frames} are ${off}.`;
  };
  return (
    <p className="flex flex-wrap items-center gap-x-2 pl-[102px] text-mute" data-beats>
      {words()}
      {frames === loop.frames && Math.abs(over) >= SAME_WITHIN_FRAMES && (
        <Button look="bare" onClick={() => onTempo(Number(exactTempo.toFixed(4)))}>
          Set the tempo to {exactTempo.toFixed(2)}
        </Button>
      )}
      {frames !== loop.frames && (
        <Button look="bare" onClick={() => onLength(frames)}>
          Make it {count}
        </Button>
      )}
    </p>
  );
}
