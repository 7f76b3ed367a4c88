/** Numbers that were worked out over the loop. */
export const LOOP = `
// Along those from \`first\` on: one for each frame, and what it has come to after the last one.
float overLoop(float phase, int first, float frames) {
  // The end of the loop is not yet its beginning.
  float at = (phase == 1.0 ? 1.0 : phase - floor(phase)) * frames;
  float frame = min(floor(at), frames - 1.0);
  int index = first + int(frame);
  return mix(loopValue(index), loopValue(index + 1), at - frame);
}

// The same, held from frame to frame.
float heldOverLoop(float phase, int first, float frames) {
  float at = (phase == 1.0 ? 1.0 : phase - floor(phase)) * frames;
  return loopValue(first + int(floor(at + 1e-4)));
}
`;
