export { catchRow, personRow } from './catch-rows.js';
export { GROUP_BYTES } from './phrase-views.js';
export { writeGroup } from './phrase-groups.store.js';
export { CarriedOut } from './carried-out.js';
export { GuardModule } from './guard.module.js';
export { GuardSettingsService, GUARD } from './guard-settings.js';
export * from './rows.js';
