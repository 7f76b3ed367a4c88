import { toggleRecording, useRecording } from '@/state/recording';
import { Button } from '../parts/Button';
import { PlainSlider } from './PlainSlider';

/** Playing the controls by hand: what is moved while the loop plays becomes keys. */
export function RecordPart() {
  const { on, runsIn } = useRecording();
  return (
    <section aria-label="Record" className="mb-4">
      <div className="flex items-center justify-between">
        <h2 className="font-semibold">Play by hand</h2>
        <Button
          look={on ? 'main' : 'bare'}
          aria-pressed={on}
          title="Moves of the controls while it plays become keys (R)"
          onClick={toggleRecording}
        >
          {on ? 'End and write keys' : 'Record'}
        </Button>
      </div>
      <div className="grid grid-cols-[60px_1fr] items-center text-mute">
        <span>Runs in</span>
        <PlainSlider
          label="Part of the loop that runs into its beginning"
          value={runsIn}
          onChange={(part) => useRecording.setState({ runsIn: part })}
        />
      </div>
      <p className="text-faint" role="status">
        {on
          ? 'Recording: move the controls; another pass replaces what it passes.'
          : `The last ${Math.round(100 * runsIn)} % of the loop run into its beginning.`}
      </p>
    </section>
  );
}
