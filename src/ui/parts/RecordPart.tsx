import type { PassWay } from '@/core/piece/passes';
import { toggleRecording } from '@/state/playback/recording';
import { useRecording, type RecordingLength } from '@/state/playback/recording-state';
import { undo, useWorkbench } from '@/state/workbench';
import { Button } from './Button';
import { PlainList } from './PlainList';
import { PlainSlider } from './PlainSlider';

const HINTS: Record<PassWay, string> = {
  replace: 'another pass replaces what it passes',
  add: 'in another pass they play what they played, until they are moved',
};

/** Playing the controls by hand: what is moved while the loop plays becomes keys. */
export function RecordPart() {
  const { isOn, length, countIn, counting, left, runsIn, way, only } = useRecording();
  const piece = useWorkbench((s) => s.piece);
  const { controls, loop } = piece;
  const isLoop = loop.play === 'loop';
  return (
    <section aria-label="Record" className="mb-4">
      <div className="flex items-center gap-1">
        <h2 className="grow font-semibold">Play by hand</h2>
        {left === piece && !isOn && (
          <Button look="bare" onClick={() => undo()}>
            Undo the recording
          </Button>
        )}
        <Button
          look={isOn ? 'main' : 'bare'}
          aria-pressed={isOn}
          title="Moves of the controls while it plays become keys (R)"
          onClick={toggleRecording}
        >
          {isOn ? 'End and write keys' : 'Record'}
        </Button>
      </div>
      <div className="mb-1 grid grid-cols-[88px_minmax(0,1fr)] items-center gap-y-1 text-mute">
        <span>Length</span>
        <PlainList
          label="How long is recorded"
          value={length}
          options={[
            ['free', 'until it is ended'],
            ['loop', isLoop ? 'one loop, from the seam' : 'all of it, from the beginning'],
          ]}
          disabled={isOn}
          onChange={(next) => useRecording.setState({ length: next as RecordingLength })}
        />
        {length === 'loop' && <span>Count-in</span>}
        {length === 'loop' && (
          <PlainList
            label="Beats of the count-in"
            value={String(countIn)}
            options={[0, 2, 4, 8].map((n) => [String(n), n === 0 ? 'none' : `${n} beats`] as const)}
            disabled={isOn}
            onChange={(next) => useRecording.setState({ countIn: Number(next) })}
          />
        )}
        {isLoop && <span>Fade at seam</span>}
        {isLoop && (
          <PlainSlider
            label="Part of the loop over which its end fades into its beginning"
            value={runsIn}
            onChange={(part) => useRecording.setState({ runsIn: part })}
          />
        )}
        <span>Record</span>
        <PlainList
          label="What is recorded"
          value={only ?? ''}
          options={[['', 'all controls'], ...controls.map(({ id, name }) => [id, `${name} alone`] as const)]}
          disabled={isOn}
          onChange={(id) => useRecording.setState({ only: id || null })}
        />
        {length === 'free' && isLoop && <span>Next pass</span>}
        {length === 'free' && isLoop && (
          <PlainList
            label="What another pass does"
            value={way}
            options={[
              ['replace', 'replace'],
              ['add', 'add what moves'],
            ]}
            disabled={isOn}
            onChange={(next) => useRecording.setState({ way: next as PassWay })}
          />
        )}
      </div>
      <p className="text-faint" role="status">
        {counting > 0
          ? `Begins in ${counting === 1 ? '1 beat' : `${counting} beats`}.`
          : isOn
            ? `Recording: move the controls${length === 'free' && isLoop ? `; ${HINTS[way]}` : ''}.`
            : isLoop
              ? `The last ${Math.round(100 * runsIn)} % of the loop fade into its beginning.`
              : 'It ends with the last frame.'}
      </p>
    </section>
  );
}
