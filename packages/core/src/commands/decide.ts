import { prepareLines, type ChatLine, type Check, type Why } from '../chat/index.js';
import { foldName, nearestName, renderText, type Rendered, type TextValues } from '../text/index.js';
import { PREFIX } from './command.js';
import { GATES } from './gates.js';
import { readTyped, type PreparedCommand, type Typed } from './match.js';
import type { CommandUse, CommandWorld, UseChange } from './state.js';

/** Something to be done once the changes are on disk. */
export interface SayEffect {
  readonly kind: 'say';
  /** ready for chat: cleaned, and split into lines a server takes */
  readonly lines: readonly string[];
}

export interface CommandDecision {
  readonly commandId: string | undefined;
  readonly changes: readonly UseChange[];
  readonly effects: readonly SayEffect[];
  readonly why: Why;
}

/**
 * Decides what a message does as a command: which one it names, whether its gates let it
 * through, what is then said. Changes nothing; the caller stores the changes and then
 * performs the effects, or, in rehearsal, neither.
 */
export function decideCommand(line: ChatLine, world: CommandWorld): CommandDecision {
  const typed = readTyped(line.text);
  if (typed === undefined)
    return nothing([], 'no command', `Nothing to do: it does not begin with ${PREFIX}`);
  const prepared = world.index.get(foldName(typed.name));
  if (prepared === undefined) return unknownName(typed, world);

  const use = world.use(prepared.command.id, line.viewer);
  const checks: Check[] = [];
  for (const gate of GATES) {
    const passage = gate({ prepared, line, use });
    if (passage === undefined) continue;
    checks.push(passage.check);
    if (passage.stop !== undefined) {
      const decided = `Did not run: ${passage.stop.brief}`;
      return {
        commandId: prepared.command.id,
        changes: [],
        effects: [],
        why: { ...passage.stop, checks, decided },
      };
    }
  }
  return run(prepared, typed, line, use, checks, world);
}

function run(
  prepared: PreparedCommand,
  typed: Typed,
  line: ChatLine,
  use: CommandUse,
  checks: Check[],
  world: CommandWorld,
): CommandDecision {
  const { command, text } = prepared;
  const rendered = text === undefined ? NOTHING : renderText(text, valuesFor(typed, line, use, world));
  const lines = prepareLines(rendered.text, text?.ownStart ?? true);
  for (const note of rendered.notes) checks.push({ rule: note, measure: '', outcome: 'noted' });
  const ran = `ran ${PREFIX}${command.name}`;
  return {
    commandId: command.id,
    changes: [{ kind: 'use', commandId: command.id, viewer: line.viewer, at: line.at }],
    effects: lines.length === 0 ? [] : [{ kind: 'say', lines }],
    why: {
      outcome: 'ran',
      brief:
        ran + (lines.length === 0 ? ', nothing to say' : rendered.notes.length > 0 ? ', with a note' : ''),
      checks,
      decided: `R${ran.slice(1)}, ${saidInWords(lines.length)}`,
    },
  };
}

const NOTHING: Rendered = { text: '', notes: [] };

function valuesFor(typed: Typed, line: ChatLine, use: CommandUse, world: CommandWorld): TextValues {
  return {
    viewer: { name: line.name },
    input: { all: typed.input },
    command: { uses: use.uses + 1 },
    channel: { name: world.channelName },
  };
}

function saidInWords(lines: number): string {
  if (lines === 0) return 'nothing was left to say';
  return lines === 1 ? 'said 1 line' : `said ${String(lines)} lines`;
}

function unknownName(typed: Typed, world: CommandWorld): CommandDecision {
  const near = nearestName(typed.name, [...world.index.keys()]);
  const check: Check = {
    rule: `Looked for ${PREFIX}${typed.name}`,
    measure: 'no such command',
    outcome: 'stopped',
  };
  const hint = near === undefined ? '' : `; ${PREFIX}${near} is the nearest`;
  return nothing([check], 'nothing by that name', `No command is called ${PREFIX}${typed.name}${hint}`);
}

function nothing(checks: Check[], brief: string, decided: string): CommandDecision {
  return {
    commandId: undefined,
    changes: [],
    effects: [],
    why: { outcome: 'nothing', brief, checks, decided },
  };
}
