'use client';

import { Toaster } from 'sonner';

/** Pixels from below: the loop band stays free. */
const ABOVE_THE_BAND = 134;

export function Notices() {
  return (
    <Toaster
      theme="dark"
      position="bottom-left"
      offset={{ bottom: ABOVE_THE_BAND, left: 16 }}
      style={{ fontFamily: 'var(--font-sans)' }}
      toastOptions={{
        style: { background: '#212725', border: '1px solid #46524d', color: '#ece6d9', fontFamily: 'inherit' },
      }}
    />
  );
}
