/** A decoded .hdr: half floats, four a pixel, rows from the top. */
export interface Panorama {
  width: number;
  height: number;
  data: Uint16Array;
}
