import { midiHeard } from '@/core/formats/midi-message';
import { inputMoved } from './rehearsal';

/** Can this browser be asked for MIDI devices? */
const hasMidi = (): boolean => typeof navigator !== 'undefined' && 'requestMIDIAccess' in navigator;

/**
 * Listens to all MIDI devices, also to those that are plugged in later.
 * @returns the names of those that are there
 * @throws Error with a sentence where the browser has none, or was not allowed to
 */
export async function listenToMidi(): Promise<string[]> {
  if (!hasMidi())
    throw new Error('This browser knows no MIDI. The simulated controller, the pointer and the keys work as well.');
  let access: MIDIAccess;
  try {
    access = await navigator.requestMIDIAccess();
  } catch {
    throw new Error('The browser was not allowed to use MIDI devices. Allow it for this address and connect again.');
  }
  const listen = () => {
    for (const input of access.inputs.values())
      input.onmidimessage = ({ data }) => {
        const message = data && midiHeard(data);
        if (message) inputMoved(message.input, message.value);
      };
  };
  access.onstatechange = listen;
  listen();
  return [...access.inputs.values()].map((input) => input.name ?? 'a device without a name');
}
