import type { PassWay } from '@/core/piece/passes';
import { toggleRecording } from '@/state/recording';
import { useRecording } from '@/state/recording-state';
import { useWorkbench } from '@/state/workbench';
import { Button } from '../parts/Button';
import { PlainList } from './PlainList';
import { PlainSlider } from './PlainSlider';

const HINTS: Record<PassWay, string> = {
  replace: 'another pass replaces what it passes',
  add: 'in another pass they play what they played, until they are moved',
};

/** Playing the controls by hand: what is moved while the loop plays becomes keys. */
export function RecordPart() {
  const { on, runsIn, way, only } = useRecording();
  const controls = useWorkbench((s) => s.piece.controls);
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
      <div className="mb-1 grid grid-cols-[60px_minmax(0,1fr)] items-center gap-y-1 text-mute">
        <span>Runs in</span>
        <PlainSlider
          label="Part of the loop that runs into its beginning"
          value={runsIn}
          onChange={(part) => useRecording.setState({ runsIn: part })}
        />
        <span>Of</span>
        <PlainList
          label="What is recorded"
          value={only ?? ''}
          options={[['', 'all controls'], ...controls.map(({ id, name }) => [id, `${name} alone`] as const)]}
          disabled={on}
          onChange={(id) => useRecording.setState({ only: id || null })}
        />
        <span>Passes</span>
        <PlainList
          label="What another pass does"
          value={way}
          options={[
            ['replace', 'replace'],
            ['add', 'add what moves'],
          ]}
          disabled={on}
          onChange={(next) => useRecording.setState({ way: next as PassWay })}
        />
      </div>
      <p className="text-faint" role="status">
        {on
          ? `Recording: move the controls; ${HINTS[way]}.`
          : `The last ${Math.round(100 * runsIn)} % of the loop run into its beginning.`}
      </p>
    </section>
  );
}
