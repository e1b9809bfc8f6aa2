export { checkCommand, tidyName, type Faults } from './check.js';
export {
  ALIASES_LIMIT,
  BLANK_COMMAND,
  commandBody,
  COOLDOWN_LIMIT,
  PREFIX,
  type Command,
  type CommandBody,
} from './command.js';
export { decideCommand, type CommandDecision, type SayEffect } from './decide.js';
export { cooldownLeft } from './gates.js';
export {
  indexCommands,
  prepareCommand,
  readTyped,
  type CommandIndex,
  type PreparedCommand,
} from './match.js';
export type { CommandUse, CommandWorld, UseChange } from './state.js';
