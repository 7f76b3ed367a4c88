import { notify } from '@/state/notify';

/** Frames a second that a second window shows. */
const RATE = 60;

/** Shows the picture alone in a window of its own, for another screen; it follows the stage here. */
export function openProjector(canvas: HTMLCanvasElement | null, name: string): void {
  if (!canvas) return;
  const other = window.open('', 'calm-lattice-projector', 'popup,width=960,height=540');
  if (!other) {
    notify('error', 'The browser did not let a second window open. Allow windows for this address and try again.');
    return;
  }
  const { document } = other;
  document.title = name;
  document.body.style.cssText = 'margin:0;background:#000;overflow:hidden';
  const video = document.createElement('video');
  video.muted = true;
  video.autoplay = true;
  video.setAttribute('aria-label', 'The running picture');
  video.style.cssText = 'width:100vw;height:100vh;object-fit:contain;display:block';
  video.ondblclick = () =>
    void (document.fullscreenElement ? document.exitFullscreen() : document.documentElement.requestFullscreen());
  video.title = 'Press twice for the full screen';
  video.srcObject = canvas.captureStream(RATE);
  document.body.replaceChildren(video);
  void video.play();
}
