import { changeControl, setControlAt } from '@/core/piece/desk';
import { controlById, isLink, type Setting } from '@/core/piece/types';
import { notify } from '../panels/notify';
import { useRecording } from './recording-state';
import { useTransport } from './transport';
import { useWorkbench } from '../workbench';

/**
 * Moves a control by hand. One whose track has keys gets a key at the playhead while the loop stands; while it plays,
 * or a recording takes what is moved, a control leaves its track and has the value alone, which is said.
 */
export function moveControl(id: string, value: Setting): void {
  const { piece, edit } = useWorkbench.getState();
  const { playing, frame } = useTransport.getState();
  const { isOn } = useRecording.getState();
  const control = controlById(piece, id);
  // With a track, the value is not what the control has at the playhead.
  if (!control || (control.track === undefined && control.value === value)) return;
  const leaves = control.track !== undefined && (playing || isOn || isLink(control.track));
  edit(
    (p) => (leaves ? changeControl(p, id, { value, track: undefined }) : setControlAt(p, id, value, frame)),
    `control ${id}`,
  );
  if (leaves && !isOn)
    notify(
      'info',
      `"${control.name}" was moved by hand, so it has left ${isLink(control.track) ? 'its signal' : 'its keys'}. ` +
        'Undo brings them back.',
    );
}
