import { create } from 'zustand';
import { settingsOf, type ExportSettings } from '@/core/export/settings';
import { onRememberedElsewhere, readRemembered, remembered } from './storage/remembered';

const KEY = 'calm-lattice/export';

/** How the artist exports, as this browser remembers it. */
export const useExportSettings = create<ExportSettings>()(() => settingsOf(readRemembered(KEY)));

useExportSettings.subscribe((settings) => remembered.setItem(KEY, JSON.stringify(settings)));
onRememberedElsewhere(KEY, () => useExportSettings.setState(settingsOf(readRemembered(KEY))));
