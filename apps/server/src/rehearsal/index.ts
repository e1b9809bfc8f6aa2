export type { Draft } from './drafts.js';
export { CircumstancesDto, circumstancesOf, RehearsedDto, timed } from './rehearsal.controller.js';
export { RehearsalModule } from './rehearsal.module.js';
export { RehearsalService, type Circumstances, type Rehearsed } from './rehearsal.service.js';
