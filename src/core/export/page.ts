import type { DecodedAsset } from '../assets/assets';
import type { Skin } from '../mesh/skin';
import type { Piece } from '../piece/types';

/** All that a page needs to play a piece by itself, as it is packed into it. */
export interface PageContents {
  /** Its files are without their data. */
  piece: Piece;
  /** Meshes of its forms, by their ids. */
  skins: Record<string, Skin>;
  /** What its files were decoded to, by their ids. */
  files: Record<string, DecodedAsset>;
  /** Pixels of the picture. */
  width: number;
  height: number;
  /** Samples of each pixel; 0 for one. */
  samples: number;
  /** What is heard over the loop: samples a second, and -32768 to 32767 for each channel; null without sound. */
  sound: { rate: number; channels: Int16Array[] } | null;
}

/** Ids of the elements that the player finds on its page. */
export const PAGE_IDS = { data: 'data', canvas: 'canvas', words: 'words' } as const;

const ESCAPES: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' };
const escaped = (text: string) => text.replace(/[&<>"]/g, (c) => ESCAPES[c]!);

const STYLE = `
html, body { height: 100%; margin: 0; background: #000; color: #e8ece9; overflow: hidden; }
body { font: 15px/1.5 system-ui, sans-serif; }
#${PAGE_IDS.canvas} { position: absolute; inset: 0; width: 100%; height: 100%; object-fit: contain; }
body.black #${PAGE_IDS.canvas} { visibility: hidden; }
body.quiet { cursor: none; }
#${PAGE_IDS.words} { position: absolute; left: 50%; bottom: 24px; transform: translateX(-50%); margin: 0;
  max-width: 90%; padding: 6px 14px; border-radius: 6px; background: #14181be0; }
body.quiet #${PAGE_IDS.words}:not([role='alert']) { visibility: hidden; }
`;

/** It asks nobody for anything. */
const POLICY = "default-src 'none'; script-src 'unsafe-inline' 'wasm-unsafe-eval'; style-src 'unsafe-inline'";

/**
 * A page that plays a loop by itself: one file, which asks no network for anything.
 * @param title of the piece
 * @param script of the player
 * @param data packed contents, compressed (gzip, RFC 1952), in base64
 */
export const pageText = (title: string, script: string, data: string): string => `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width">
<meta http-equiv="Content-Security-Policy" content="${POLICY}">
<title>${escaped(title)}</title>
<style>${STYLE}</style>
</head>
<body>
<main>
<canvas id="${PAGE_IDS.canvas}" role="img" aria-label="${escaped(title)}"></canvas>
<p id="${PAGE_IDS.words}" role="status">Getting ready</p>
</main>
<script type="text/plain" id="${PAGE_IDS.data}">${data}</script>
<script type="module">${script.replaceAll('</script', '<\\/script')}</script>
</body>
</html>
`;
