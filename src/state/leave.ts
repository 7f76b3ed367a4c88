import { chooseKeys } from './key-choice';
import { dismissNotices } from './notify';
import { closePanels } from './panels';
import { clearPreviews } from './previews';
import { stopRecording } from './recording';
import { endRehearsal } from './rehearsal';
import { useTransport } from './transport';

/**
 * Ends what goes on in the open piece, so that nothing of it goes on in the next: what was played is written first,
 * while the piece still keeps its changes.
 */
export function leavePiece(): void {
  stopRecording();
  endRehearsal();
  useTransport.setState({ playing: false, frame: 0, asked: 0 });
  chooseKeys([]);
  closePanels();
  clearPreviews();
  dismissNotices();
}
