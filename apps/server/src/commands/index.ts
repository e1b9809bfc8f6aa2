export { CommandsModule } from './commands.module.js';
export { CommandsService } from './commands.service.js';
export { CommandsStore } from './commands.store.js';
export { CommandBodyDto, CostDto } from './views.js';
export type { StoredCommand } from './stored.js';
export { writeCommand, writeTogether } from './writing.js';
export * from './rows.js';
