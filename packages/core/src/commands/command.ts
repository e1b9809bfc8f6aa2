import type { Role } from '../chat/index.js';
import { FREE, type Cost } from '../currency/index.js';
import { sayOnly, type Routine } from '../routines/index.js';
import { ALWAYS, type When } from '../stream/index.js';
import type { NamedViewer } from '../viewers/index.js';
import type { Input } from './input.js';

/** What in chat starts a command. At least one of name, phrases and pattern is given. */
export interface Trigger {
  /** what is typed after the prefix, one or several words; empty when only a phrase or a pattern starts it */
  readonly name: string;
  readonly aliases: readonly string[];
  /** whole words anywhere in a message */
  readonly phrases: readonly string[];
  /** true when a phrase must be the whole message */
  readonly wholeMessage: boolean;
  /** RE2 syntax; its named groups become inputs. Empty for none */
  readonly pattern: string;
  /** true when upper and lower case differ */
  readonly matchCase: boolean;
  /** true when viewers marked as bots may start it */
  readonly fromBots: boolean;
  /** connections it may come from; empty for all */
  readonly connections: readonly string[];
}

/** Gates that may have a text for whom they refuse. */
export const REFUSING_GATES = [
  'when',
  'who',
  'inputs',
  'cooldown',
  'viewerCooldown',
  'rank',
  'cost',
] as const;
export type RefusingGate = (typeof REFUSING_GATES)[number];

/** What must hold before the routine runs, in the order it is asked. */
export interface Gates {
  readonly when: When;
  readonly lowestRole: Role;
  /** when not empty, these roles and no others, whatever stands above them */
  readonly onlyRoles: readonly Role[];
  readonly always: readonly NamedViewer[];
  readonly never: readonly NamedViewer[];
  /** seconds after a use in which nobody may use it again; 0 for none */
  readonly cooldown: number;
  /** seconds after a use in which the same viewer may not */
  readonly viewerCooldown: number;
  /** true when moderators, as the streamer, skip both cooldowns and the cost */
  readonly moderatorsSkip: boolean;
  /** true when words after the last input are refused; else they are skipped */
  readonly refuseExtra: boolean;
  /** a rank that must be reached; empty for none */
  readonly rank: string;
  readonly cost: Cost;
  /** what a refused viewer hears, by gate; nothing where none is given */
  readonly refusals: Readonly<Partial<Record<RefusingGate, string>>>;
}

/** What a person makes of a command: a trigger, with gates in front of a routine. */
export interface CommandBody {
  /** a heading it stands under in the list; empty for none */
  readonly group: string;
  readonly enabled: boolean;
  readonly trigger: Trigger;
  readonly gates: Gates;
  readonly inputs: readonly Input[];
  readonly routine: Routine;
}

/** What a person wrote of a command, without what Gully keeps beside it. */
export function commandBody<T extends CommandBody>(command: T): Pick<T, keyof CommandBody> {
  const { group, enabled, trigger, gates, inputs, routine } = command;
  return { group, enabled, trigger, gates, inputs, routine };
}

export interface Command extends CommandBody {
  readonly id: string;
}

/** What a new command starts as. */
export const BLANK_COMMAND: CommandBody = {
  group: '',
  enabled: true,
  trigger: {
    name: '',
    aliases: [],
    phrases: [],
    wholeMessage: false,
    pattern: '',
    matchCase: false,
    fromBots: false,
    connections: [],
  },
  gates: {
    when: ALWAYS,
    lowestRole: 'viewer',
    onlyRoles: [],
    always: [],
    never: [],
    cooldown: 5,
    viewerCooldown: 15,
    moderatorsSkip: false,
    refuseExtra: false,
    rank: '',
    cost: FREE,
    refusals: {},
  },
  inputs: [],
  routine: sayOnly(''),
};

export const NAME_LIMIT = 40;
/** Words a name may have. */
export const NAME_WORDS = 4;
export const ALIASES_LIMIT = 200;
export const PHRASES_LIMIT = 50;
export const PHRASE_LIMIT = 100;
export const PATTERN_LIMIT = 500;
export const NAMED_LIMIT = 100;
export const GROUP_LIMIT = 40;
/** A day, in seconds. */
export const COOLDOWN_LIMIT = 86_400;

/** How a command is called in words: by its name, else by its first phrase or its pattern. */
export function titleOf({ trigger }: Pick<CommandBody, 'trigger'>, prefix: string): string {
  if (trigger.name !== '') return prefix + trigger.name;
  const [phrase] = trigger.phrases;
  if (phrase !== undefined) return `“${phrase}”`;
  // One that is just being written has nothing it is heard by.
  return trigger.pattern === '' ? 'new command' : `/${trigger.pattern}/`;
}
