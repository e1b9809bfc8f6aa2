export { catchRow, personRow } from './catch-rows.js';
export { GuardModule } from './guard.module.js';
export { GuardSettingsService, GUARD } from './guard-settings.js';
export * from './rows.js';
