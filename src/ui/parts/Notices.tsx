'use client';

import { Toaster } from 'sonner';

export function Notices() {
  return (
    <Toaster
      theme="dark"
      position="bottom-center"
      style={{ fontFamily: 'var(--font-sans)' }}
      toastOptions={{
        style: { background: '#212725', border: '1px solid #46524d', color: '#ece6d9', fontFamily: 'inherit' },
      }}
    />
  );
}
