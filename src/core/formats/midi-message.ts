/**
 * What a message of a MIDI device says (MIDI 1.0 Detailed Specification, 4.2): a control, a key or the bend wheel, by
 * the name under which a rehearsal knows it, and 0 to 1. Null for all other messages. Channels are not told apart.
 * @param data the bytes of one message
 */
export function midiHeard(data: ArrayLike<number>): { input: string; value: number } | null {
  const [status = 0, first = 0, second = 0] = [data[0], data[1], data[2]];
  switch (status & 0xf0) {
    case 0x80:
      return { input: `MIDI note ${first}`, value: 0 };
    case 0x90:
      return { input: `MIDI note ${first}`, value: second / 127 };
    case 0xb0:
      // From 120 on they are not controls but modes of the channel.
      return first < 120 ? { input: `MIDI control ${first}`, value: second / 127 } : null;
    case 0xe0:
      return { input: 'MIDI bend', value: (first + 128 * second) / 16383 };
    default:
      return null;
  }
}
