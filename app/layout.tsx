import type { Metadata } from 'next';
import { headers } from 'next/headers';
import type { ReactNode } from 'react';
import { Notices } from '@/ui/parts/Notices';
import './globals.css';

export const metadata: Metadata = {
  title: 'Calm Lattice',
  description: 'A workbench for procedural shaders and displaced geometry whose loops provably close.',
};

export default async function Layout({ children }: { children: ReactNode }) {
  // Reading the headers makes every page be drawn on request, so that its scripts carry the nonce.
  await headers();
  return (
    <html lang="en">
      <body>
        {children}
        <Notices />
      </body>
    </html>
  );
}
