import type { Area } from '../area/index.js';
import { COMMAND_STEPS } from './steps.js';
import type { CommandsTypes } from './types.js';

export const COMMANDS_AREA: Area<CommandsTypes> = {
  steps: COMMAND_STEPS,
};
