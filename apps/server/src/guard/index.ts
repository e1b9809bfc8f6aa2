export { catchRow, personRow } from './catch-rows.js';
export { GROUP_BYTES } from './phrase-views.js';
export { writeGroup } from './phrase-groups.store.js';
export { CarriedOut } from './carried-out.js';
export { ModesRestored1797069600000 } from './migration.js';
export { OverlapKept1797091200000 } from './overlap-migration.js';
export { GuardModule } from './guard.module.js';
export { GuardSettingsService, GUARD } from './guard-settings.js';
export * from './rows.js';
