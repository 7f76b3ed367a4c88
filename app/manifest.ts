import type { MetadataRoute } from 'next';

/** What a browser reads to install the application as a program of its own. */
export default function manifest(): MetadataRoute.Manifest {
  return {
    name: 'Calm Lattice',
    short_name: 'Calm Lattice',
    description: 'A workbench for procedural shaders and displaced geometry whose loops provably close.',
    start_url: '/',
    display: 'standalone',
    background_color: '#141817',
    theme_color: '#141817',
    icons: [{ src: '/icon.svg', sizes: 'any', type: 'image/svg+xml' }],
  };
}
