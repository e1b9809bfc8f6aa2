export { PERSONAS, PREFIX } from './known.js';
export { Persona } from './persona.js';
export { SettingsModule } from './settings.module.js';
export { SettingsService, type Setting, type SettingOf } from './settings.service.js';
export * from './rows.js';
