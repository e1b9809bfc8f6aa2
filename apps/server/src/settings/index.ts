export { Persona } from './persona.js';
export { SettingsModule } from './settings.module.js';
export { SettingsService } from './settings.service.js';
