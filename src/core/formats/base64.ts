const PIECE_BYTES = 0x8000;

/** Bytes as base64 text (RFC 4648). */
export function toBase64(bytes: Uint8Array): string {
  let text = '';
  for (let at = 0; at < bytes.length; at += PIECE_BYTES)
    text += String.fromCharCode(...bytes.subarray(at, at + PIECE_BYTES));
  return btoa(text);
}

/** @throws Error where the text is not base64. */
export function fromBase64(text: string): Uint8Array<ArrayBuffer> {
  return Uint8Array.from(atob(text), (c) => c.charCodeAt(0));
}

/** Id of an asset from its contents, so that the same picture is kept once. */
export async function assetId(bytes: Uint8Array<ArrayBuffer>): Promise<string> {
  const digest = new Uint8Array(await crypto.subtle.digest('SHA-256', bytes));
  return `p${[...digest.subarray(0, 8)].map((b) => b.toString(16).padStart(2, '0')).join('')}`;
}
