export { checkCommand, tidyCommand, tidyName } from './check.js';
export {
  ALIASES_LIMIT,
  BLANK_COMMAND,
  commandBody,
  COOLDOWN_LIMIT,
  REFUSING_GATES,
  titleOf,
  type Command,
  type CommandBody,
  type Gates,
  type RefusingGate,
  type Trigger,
} from './command.js';
export { decideCommand, REFUSAL_PAUSE_MS, type CommandDecision } from './decide.js';
export { commandDoing, commandsByRole, openCommands } from './open.js';
export { cooldownLeft } from './gates.js';
export { INPUT_TYPES, INPUTS_LIMIT, usageOf, type Input, type InputType } from './input.js';
export { DEFAULT_PREFIX, prefixFault, textBehind } from './prefix.js';
export { DraftedTriggers } from './drafted.js';
export { prepareCommand, TriggerIndex, type PreparedCommand, type Triggers } from './match.js';
export { STARTERS, type Starter } from './starters.js';
export type { CommandsView, CommandUse, RefusedChange, UseChange } from './state.js';
export { REFUSED, USE } from './slices.js';
export { refusalKey } from './state.js';
export { COMMAND_THING } from './thing.js';
export { wordFrom } from './word.js';
