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
export {
  decideCommand,
  openCommands,
  REFUSAL_PAUSE_MS,
  type CommandChange,
  type CommandDecision,
} from './decide.js';
export { cooldownLeft } from './gates.js';
export { INPUT_TYPES, INPUTS_LIMIT, usageOf, type Input, type InputType } from './input.js';
export { DEFAULT_PREFIX, prefixFault } from './prefix.js';
export { prepareCommand, textBehind, TriggerIndex, type PreparedCommand } from './match.js';
export { isBorder, phraseForm, PhraseIndex } from './phrases.js';
export { STARTERS, type Starter } from './starters.js';
export type { CommandUse, CommandWorld, RefusedChange, UseChange } from './state.js';
export { REFUSED, USE } from './slices.js';
