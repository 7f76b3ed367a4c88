import { MeshError, refuseTooMany } from '../../mesh/mesh';
import { number, type FileMesh } from './shape';

/** Wavefront OBJ: positions (with colours behind them where there are some), uv, normals, faces of any size. */
export function writeObj({ positions, faceStarts, corners, normals, colours, uv }: FileMesh, name: string): string {
  const lines = [`o ${name.replace(/\s+/g, '_') || 'form'}`];
  const count = positions.length / 3;
  const row = (mark: string, data: Float32Array, size: number, i: number) =>
    `${mark} ${Array.from(data.subarray(size * i, size * i + size), number).join(' ')}`;
  for (let v = 0; v < count; v++)
    lines.push(
      colours
        ? `${row('v', positions, 3, v)} ${Array.from(colours.subarray(3 * v, 3 * v + 3), number).join(' ')}`
        : row('v', positions, 3, v),
    );
  if (uv) for (let v = 0; v < count; v++) lines.push(row('vt', uv, 2, v));
  if (normals) for (let v = 0; v < count; v++) lines.push(row('vn', normals, 3, v));
  const corner = (v: number) =>
    uv || normals ? `${v + 1}/${uv ? v + 1 : ''}${normals ? `/${v + 1}` : ''}` : String(v + 1);
  for (let f = 0; f + 1 < faceStarts.length; f++)
    lines.push(`f ${Array.from(corners.subarray(faceStarts[f]!, faceStarts[f + 1]!), corner).join(' ')}`);
  if (faceStarts.length === 1) for (let v = 0; v < count; v++) lines.push(`p ${v + 1}`);
  return `${lines.join('\n')}\n`;
}

/** The lines of a text, one after the other. */
function* linesOf(text: string): Generator<string> {
  for (let at = 0; at <= text.length;) {
    const end = text.indexOf('\n', at);
    yield text.slice(at, end < 0 ? text.length : end);
    if (end < 0) return;
    at = end + 1;
  }
}

/** Refuses a file that has more than a form may have, before any of it is read. @throws MeshError */
function checkCount(text: string): void {
  let [points, faces] = [0, 0];
  for (const line of linesOf(text)) {
    if (/^\s*v\s/.test(line)) points++;
    else if (/^\s*f\s/.test(line)) faces++;
  }
  refuseTooMany('This file', points, faces, 'Make it simpler where it comes from.');
}

/** Points and faces of an OBJ file; what is not a shape is passed over. @throws MeshError with the line */
export function readObj(text: string): FileMesh {
  checkCount(text);
  const [positions, colours, corners, starts]: [number[], number[], number[], number[]] = [[], [], [], [0]];
  let i = -1;
  for (const line of linesOf(text)) {
    i++;
    const [mark, ...words] = line.trim().split(/\s+/);
    const wrong = (why: string): never => {
      throw new MeshError(`Line ${i + 1} of the OBJ file ${why}.`);
    };
    if (mark === 'v') {
      const values = words.map(Number);
      if (values.length < 3 || values.some((v) => !Number.isFinite(v))) wrong('is not a point');
      positions.push(values[0]!, values[1]!, values[2]!);
      if (values.length >= 6) colours.push(values[3]!, values[4]!, values[5]!);
    } else if (mark === 'f') {
      const count = positions.length / 3;
      const points = words.map((w) => {
        const n = parseInt(w, 10);
        return n < 0 ? count + n : n - 1;
      });
      if (points.length < 3) wrong('is a face with fewer than three corners');
      if (points.some((p) => !(p >= 0 && p < count))) wrong('names a point that is not there');
      for (const p of points) corners.push(p);
      starts.push(corners.length);
    }
  }
  if (positions.length === 0) throw new MeshError('The OBJ file has no points.');
  return {
    positions: new Float32Array(positions),
    faceStarts: new Uint32Array(starts),
    corners: new Uint32Array(corners),
    ...(colours.length === positions.length ? { colours: new Float32Array(colours) } : {}),
  };
}
