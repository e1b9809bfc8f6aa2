import type { Role } from '../chat/index.js';

/** What a person writes of a command. */
export interface CommandBody {
  /** what is typed after the prefix; no spaces */
  readonly name: string;
  readonly aliases: readonly string[];
  /** what is said, in Liquid */
  readonly text: string;
  readonly enabled: boolean;
  readonly lowestRole: Role;
  /** seconds after a use in which nobody may use it again; 0 for none */
  readonly cooldown: number;
  /** seconds after a use in which the same viewer may not */
  readonly viewerCooldown: number;
}

/** What a person wrote of a command, without what Gully keeps beside it. */
export function commandBody<T extends CommandBody>(command: T): Pick<T, keyof CommandBody> {
  const { name, aliases, text, enabled, lowestRole, cooldown, viewerCooldown } = command;
  return { name, aliases, text, enabled, lowestRole, cooldown, viewerCooldown };
}

export interface Command extends CommandBody {
  readonly id: string;
}

/** What a new command starts as. */
export const BLANK_COMMAND: CommandBody = {
  name: '',
  aliases: [],
  text: '',
  enabled: true,
  lowestRole: 'viewer',
  cooldown: 5,
  viewerCooldown: 15,
};

export const PREFIX = '!';
export const NAME_LIMIT = 40;
export const ALIASES_LIMIT = 200;
/** A day, in seconds. */
export const COOLDOWN_LIMIT = 86_400;
