import type { ChatLine, Role } from '../chat/index.js';
import {
  BLANK_COMMAND,
  commandDoing,
  commandsByRole,
  openCommands,
  prepareCommand,
  TriggerIndex,
  type Command,
  type CommandUse,
  type Gates,
  type Trigger,
} from '../commands/index.js';
import { type Effect, EMPTY_WORLD, type World } from '../channel/index.js';
import { sayOnly } from '../routines/index.js';
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

/** Viewers someone may name. */
const KNOWN = ['pebblewren', 'quillrush', 'oxbowkid'];

/** Parts of a world, or of its areas. */
export type Parts = { readonly [K in keyof World]?: World[K] extends object ? Partial<World[K]> : World[K] };

/** A world with some parts replaced. */
export function withParts<W extends object>(world: W, parts: Parts): W {
  const whole = { ...world } as Record<string, unknown>;
  for (const [key, part] of Object.entries(parts))
    whole[key] =
      typeof part === 'object' && whole[key] !== undefined ? { ...(whole[key] as object), ...part } : part;
  return whole as W;
}

/** A channel with these commands in which nothing has happened yet. */
export function worldOf(commands: readonly Command[], more: Parts = {}, prefix = '!'): World {
  const index = new TriggerIndex(
    commands.map((each) => prepareCommand(each, prefix)),
    prefix,
  );
  const facts = (name: string): ViewerFacts => strangerFacts(`v-${name}`, name, [], 0);
  const world: World = {
    ...EMPTY_WORLD,
    channelName: 'lanternhour',
    timers: { inWords: () => 'Rope rules in 4 min', nameOf: () => undefined },
    commands: {
      index,
      use: () => NOT_USED,
      toldRefusal: () => undefined,
      openTo: (viewer, roles) => openCommands(index, viewer, roles),
      byRole: () => commandsByRole(index),
      doing: (like) => commandDoing(index, like),
    },
    viewers: {
      of: ({ name }) => facts(name),
      known: () => undefined,
      named: (name) => (KNOWN.includes(name) ? facts(name) : undefined),
      isShared: () => false,
      lastWrote: () => undefined,
    },
  };
  return withParts(world, more);
}

/** All lines that are said, in their order. */
export function saidIn(effects: readonly Effect[]): string[] {
  return effects.flatMap((effect) => (effect.kind === 'say' ? effect.lines : []));
}
