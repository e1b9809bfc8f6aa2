export { CommandsModule } from './commands.module.js';
export { CommandsStore } from './commands.store.js';
export { CommandBodyDto } from './views.js';
