import { useGuide } from '@/state/panels/guide';
import { usePanels } from '@/state/panels/panels';
import { Button } from '../parts/Button';
import { Modal } from '../parts/Modal';
import type { Command } from '@/actions/command';
import { aboutOf, COMMANDS, writtenKeys } from '@/actions/commands';

/** What an artist does first, in the order in which it is done. */
const FIRST_STEPS = [
  'Add a form, and a surface that it wears.',
  'Add a stage: a camera, a light, and a place where the form stands.',
  'Add a field or a signal, then link it to a parameter by the link button beside the parameter.',
  'Read to the right of the loop band whether the loop closes; what breaks it is named, and mended by one click.',
  'Export a film, frames, a mesh or GLSL.',
];

/** What hands do on the loop band, where keys and the pointer mean keys of time. */
const ON_THE_BAND = [
  ['Drag', 'go through the loop, or move keys'],
  ['Shift and drag', 'choose the keys in a box; Shift and a press adds one'],
  ['Wheel, + and -', 'zoom into time; with Shift the wheel scrolls'],
  ['Ctrl+A, C, X, V', 'all keys of the step, copy, cut, put down from the playhead on'],
  ['Delete, Escape', 'take chosen keys away, choose none'],
] as const;

/** What keys do, in one line for the same keys: Escape goes back from whatever is open. */
function byKeys(commands: readonly Command[]): [keys: string, description: string][] {
  const abouts = new Map<string, string[]>();
  for (const command of commands) {
    const written = writtenKeys(command) ?? '';
    abouts.set(written, [...(abouts.get(written) ?? []), aboutOf(command)]);
  }
  return [...abouts].map(([written, all]) => [written, all.join('; ')]);
}

/** The first steps, and all keys. */
export function Help() {
  const open = usePanels((s) => s.help);
  const keyed = COMMANDS.filter((c) => c.keys);
  const groups = [...new Set(keyed.map((c) => c.group))];
  return (
    <Modal
      open={open}
      onClose={() => usePanels.setState({ help: false })}
      title="Keys and first steps"
      description="Everything can also be found by its name with Ctrl+K."
      wide
    >
      <ol className="mb-4 list-decimal pl-5 text-mute">
        {FIRST_STEPS.map((step) => (
          <li key={step} className="py-0.5">
            {step}
          </li>
        ))}
      </ol>
      <Button
        className="mb-4"
        onClick={() => {
          usePanels.setState({ help: false });
          useGuide.getState().go(0);
        }}
      >
        Guide me to a first loop
      </Button>
      <div className="columns-2 gap-x-8">
        {groups.map((group) => (
          <KeyList key={group} name={group} keys={byKeys(keyed.filter((c) => c.group === group))} />
        ))}
        <KeyList name="On the loop band" keys={ON_THE_BAND} />
      </div>
    </Modal>
  );
}

function KeyList({ name, keys }: { name: string; keys: readonly (readonly [keys: string, description: string])[] }) {
  return (
    <section aria-label={name} className="mb-4">
      <h3 className="mb-1 font-semibold">{name}</h3>
      <dl>
        {keys.map(([written, about]) => (
          <div key={`${written} ${about}`} className="flex gap-3 border-t border-line py-1">
            <dt className="tabular w-36 shrink-0 text-lichen">{written}</dt>
            <dd className="text-mute">{about}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
