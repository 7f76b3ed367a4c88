import { notify } from '@/state/panels/notify';
import { useWorkbench } from '@/state/workbench';
import { viewerNow } from './viewer-handle';

/** Frames a second that a second window shows. */
const FRAMES_PER_SECOND = 60;

/** The window that was opened last, and what shows the picture in it. */
let opened: { window: Window; video: HTMLVideoElement } | null = null;

/** Shows the picture alone in a window of its own, for another screen; it follows the stage here. */
export function openSecondWindow(): void {
  const other = window.open('', 'calm-lattice-picture', 'popup,width=960,height=540');
  if (!other) {
    notify('error', 'The browser did not let a second window open. Allow windows for this address and try again.');
    return;
  }
  const { document } = other;
  document.body.style.cssText = 'margin:0;background:#000;overflow:hidden';
  const video = document.createElement('video');
  video.muted = true;
  video.autoplay = true;
  video.setAttribute('aria-label', 'The running picture');
  video.style.cssText = 'width:100vw;height:100vh;object-fit:contain;display:block';
  video.ondblclick = () =>
    void (document.fullscreenElement ? document.exitFullscreen() : document.documentElement.requestFullscreen());
  video.title = 'Press twice for the full screen';
  document.body.replaceChildren(video);
  opened = { window: other, video };
  feedSecondWindow();
}

/** Has a second window that is open show the stage of the viewer that is here now. */
export function feedSecondWindow(): void {
  const viewer = viewerNow();
  if (!opened || opened.window.closed || !viewer) return;
  const { video } = opened;
  opened.window.document.title = useWorkbench.getState().piece.name;
  video.srcObject = viewer.canvas.captureStream(FRAMES_PER_SECOND);
  void video.play().catch(() => undefined);
  // A stream begins with the next picture that is put on the canvas.
  viewer.presentAgain();
}
