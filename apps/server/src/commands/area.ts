import type { ServerArea } from '../area/index.js';
import { CommandsModule } from './commands.module.js';
import { COMMANDS_ROWS } from './rows.js';

export const COMMANDS_AREA: ServerArea = {
  module: CommandsModule,
  rows: COMMANDS_ROWS,
  demo: async () => (await import('./demo/index.js')).commandsPart,
};
