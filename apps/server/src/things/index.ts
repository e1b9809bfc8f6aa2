export { AllThings, type AnyBody, type AnyThings } from './all-things.js';
export { BodyRow, BodyThings, type Bodied } from './body-things.js';
export { References, type User } from './references.js';
export { thingsController, VersionDto } from './things-controller.js';
export { ThingsModule } from './things.module.js';
export { ThingParts, Things, type Head, type Several } from './things.js';
export { Versions, writeVersion } from './versions.js';
export * from './rows.js';
