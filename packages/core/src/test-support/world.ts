import type { ChatLine, Role } from '../chat/index.js';
import {
  BLANK_COMMAND,
  openCommands,
  prepareCommand,
  TriggerIndex,
  type Command,
  type CommandUse,
  type Gates,
  type Trigger,
} from '../commands/index.js';
import type { Effect, World } from '../pipeline/index.js';
import { chanceFrom } from '../random/index.js';
import { sayOnly } from '../routines/index.js';
import { OFFLINE } from '../stream/index.js';
import { strangerFacts, type ViewerFacts } from '../viewers/index.js';

export const NOT_USED: CommandUse = {
  uses: 0,
  usesByViewer: 0,
  lastUse: undefined,
  lastUseByViewer: undefined,
};

/** A command that is open to all and says `text`. */
export function command(
  id: string,
  text: string,
  trigger: Partial<Trigger>,
  gates: Partial<Gates> = {},
  more: Partial<Command> = {},
): Command {
  return {
    ...BLANK_COMMAND,
    id,
    trigger: { ...BLANK_COMMAND.trigger, ...trigger },
    gates: { ...BLANK_COMMAND.gates, cooldown: 0, viewerCooldown: 0, ...gates },
    routine: sayOnly(text),
    ...more,
  };
}

export function line(text: string, roles: readonly Role[] = [], at = 1_000_000): ChatLine {
  return { id: 'l1', connection: 'irc', viewer: 'v-pebblewren', name: 'pebblewren', roles, text, at };
}

/** Viewers somebody may name. */
const KNOWN = ['pebblewren', 'quillrush', 'oxbowkid'];

/** A channel with these commands in which nothing has happened yet. */
export function worldOf(commands: readonly Command[], more: Partial<World> = {}, prefix = '!'): World {
  const index = new TriggerIndex(
    commands.map((each) => prepareCommand(each, prefix)),
    prefix,
  );
  const facts = (name: string): ViewerFacts => strangerFacts(`v-${name}`, name, [], 0);
  return {
    self: 'self',
    channelName: 'lanternhour',
    timeZone: 'UTC',
    stream: OFFLINE,
    chance: chanceFrom(() => 0),
    counter: () => undefined,
    counterNames: () => [],
    drawState: () => undefined,
    lists: () => [],
    list: () => undefined,
    remembered: () => undefined,
    rememberedNames: () => [],
    routine: () => undefined,
    webhookNames: () => [],
    timersInWords: () => 'Rope rules in 4 min',
    runsOf: () => ({ running: 0, inTurn: 0 }),
    openCommands: (viewer, roles) => openCommands(index, viewer, roles),
    routinesFor: () => [],
    hasArrived: () => true,
    lastWrote: () => undefined,
    index,
    use: () => NOT_USED,
    viewerOf: ({ name }) => facts(name),
    viewerNamed: (name) => (KNOWN.includes(name) ? facts(name) : undefined),
    standing: () => undefined,
    toldRefusal: () => undefined,
    ...more,
  };
}

/** All lines that are said, in their order. */
export function saidIn(effects: readonly Effect[]): string[] {
  return effects.flatMap((effect) => (effect.kind === 'say' ? effect.lines : []));
}
