import {
  BookOpenText,
  CircleDashed,
  Dices,
  Eye,
  EyeOff,
  Replace,
  ScanEye,
  SlidersHorizontal,
  Trash2,
  type LucideIcon,
} from 'lucide-react';
import type { Step, Strand } from '@/core/piece/types';
import { canLook } from '@/core/preview/look';
import { enabledParam } from '@/core/steps';
import { pick, toggleLook, usePanels } from '@/state/panels/panels';
import { Button } from '../parts/Button';
import { exposeStep, varySelected } from '@/actions/steps';
import { removeSelected, switchStep, toggleEnabled } from '@/actions/selected';

/**
 * What can be done with a step as a whole.
 * @param mayGo it can be turned on and off by keys and fields
 */
export function StepTools({ strand, step, mayGo }: { strand: Strand; step: Step; mayGo: boolean }) {
  const at = { strand: strand.id, step: step.id };
  const switching = step.off ? 'Switch on' : 'Switch off';
  return (
    <div className="-ml-1.5 flex flex-wrap [&>button]:h-7 [&>button]:w-6">
      {canLook(strand) && (
        <Tool
          icon={ScanEye}
          name="Look at this step"
          title="Look at this step on the stage (L)"
          run={() => toggleLook(at)}
        />
      )}
      {strand.steps[0]?.id !== step.id && (
        <Tool icon={step.off ? EyeOff : Eye} name={switching} title={`${switching} (O)`} run={() => switchStep(at)} />
      )}
      {mayGo && (
        <Tool
          icon={CircleDashed}
          name="Turn it on and off over the loop"
          title="Enabled: keys, signals and fields turn this step on and off over the loop"
          pressed={step.params[enabledParam.id] !== undefined}
          run={() => toggleEnabled(at)}
        />
      )}
      <Tool
        icon={BookOpenText}
        name="About this step"
        title="What it does, an example, its GLSL (E)"
        run={() => usePanels.setState({ aboutStep: step.op })}
      />
      <Tool
        icon={Replace}
        name="Replace"
        title="Replace with another step (< and > swap it for its neighbours)"
        run={() => pick({ for: 'replace', ...at })}
      />
      <Tool
        icon={SlidersHorizontal}
        name="Expose all of it on the desk"
        title="Expose all of it on the desk"
        run={() => exposeStep(at)}
      />
      <Tool icon={Dices} name="Vary" title="Vary its numbers at random (D)" run={() => varySelected(at)} />
      <Tool icon={Trash2} name="Remove" title="Remove (Delete)" run={() => removeSelected(at)} />
    </div>
  );
}

interface ToolProps {
  icon: LucideIcon;
  name: string;
  title: string;
  /** For what is on or off. */
  pressed?: boolean;
  run: () => void;
}

function Tool({ icon: Icon, name, title, pressed, run }: ToolProps) {
  return (
    <Button look="icon" aria-label={name} aria-pressed={pressed} title={title} onClick={run}>
      <Icon size={15} />
    </Button>
  );
}
