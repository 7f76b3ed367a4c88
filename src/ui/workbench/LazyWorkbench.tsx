'use client';

import dynamic from 'next/dynamic';
import { loadWorkbench } from './loading';
import { OpeningNote } from './OpeningNote';

/** The workbench, loaded when it is asked for; see `loadWorkbench`. */
export const LazyWorkbench = dynamic(() => loadWorkbench(), { ssr: false, loading: () => <OpeningNote share={0} /> });
