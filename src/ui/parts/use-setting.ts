import { isKeyed, type Control, type Setting } from '@/core/piece/types';
import { controlSetting } from '@/core/weave';
import { useTransport } from '@/state/playback/transport';
import { useWorkbench } from '@/state/workbench';

/** What a control has at the playhead. */
export function useSetting(control: Control): Setting {
  const { frames, play } = useWorkbench((s) => s.piece.loop);
  const isMoving = control.track !== undefined && isKeyed(control.track);
  // A control without keys is not drawn again with every frame.
  const frame = useTransport((s) => (isMoving ? s.frame : 0));
  return controlSetting(control, frame / frames, play);
}
