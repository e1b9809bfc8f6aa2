import type { ServerArea } from '../area/index.js';
import { SETTINGS_ROWS } from './rows.js';
import { SettingsModule } from './settings.module.js';

export const SETTINGS_AREA: ServerArea = {
  module: SettingsModule,
  rows: SETTINGS_ROWS,
  demo: async () => (await import('./demo/index.js')).settingsPart,
};
