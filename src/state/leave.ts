import { releaseAssetsBut } from './assets/assets';
import { chooseKeys } from './panels/key-choice';
import { dismissNotices } from './panels/notify';
import { closePanels } from './panels/panels';
import { clearPreviews } from './measured/previews';
import { stopRecording } from './playback/recording';
import { endRehearsal } from './playback/rehearsal';
import { useTransport } from './playback/transport';

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
  releaseAssetsBut(null);
}
