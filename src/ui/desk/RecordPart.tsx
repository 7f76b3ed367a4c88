import type { PassWay } from '@/core/piece/passes';
import { toggleRecording, useRecording } from '@/state/recording';
import { useWorkbench } from '@/state/workbench';
import { closedListKeys } from '../workbench/closed-list';
import { Button } from '../parts/Button';
import { PlainSlider } from './PlainSlider';

const LIST = 'min-w-0 rounded border border-line bg-ground px-1.5 py-1 text-text';

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
        <select
          {...closedListKeys}
          aria-label="What is recorded"
          value={only !== null && controls.some((c) => c.id === only) ? only : ''}
          disabled={on}
          onChange={(e) => useRecording.setState({ only: e.target.value || null })}
          className={LIST}
        >
          <option value="">all controls</option>
          {controls.map(({ id, name }) => (
            <option key={id} value={id}>
              {name} alone
            </option>
          ))}
        </select>
        <span>Passes</span>
        <select
          {...closedListKeys}
          aria-label="What another pass does"
          value={way}
          disabled={on}
          onChange={(e) => useRecording.setState({ way: e.target.value as PassWay })}
          className={LIST}
        >
          <option value="replace">replace</option>
          <option value="add">add what moves</option>
        </select>
      </div>
      <p className="text-faint" role="status">
        {on
          ? `Recording: move the controls; ${HINTS[way]}.`
          : `The last ${Math.round(100 * runsIn)} % of the loop run into its beginning.`}
      </p>
    </section>
  );
}
