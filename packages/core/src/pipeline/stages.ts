import type { ChatLine, Check } from '../chat/index.js';
import { decideCommand } from '../commands/index.js';
import type { Decision, World } from './decision.js';

/**
 * One stage of a message's way. It ends the way with a decision, or passes the message
 * on to the next with the checks it made.
 */
export interface Stage {
  readonly name: string;
  decide(line: ChatLine, world: World): Decision | { readonly passOn: readonly Check[] };
}

const speaker: Stage = {
  name: 'speaker',
  decide(line, world) {
    if (line.viewer === world.self) return nothing('own line', 'The bot’s own lines start nothing');
    if (world.viewerOf(line).ignored)
      return nothing('ignored', `${line.name} is marked as ignored and starts nothing`);
    return { passOn: [] };
  },
};

function nothing(brief: string, decided: string): Decision {
  return {
    changes: [],
    effects: [],
    commandId: undefined,
    why: { outcome: 'nothing', brief, checks: [], decided },
  };
}

const commands: Stage = { name: 'commands', decide: decideCommand };

/** The stages of a message's way, in order. This is the one place that says it. */
export const STAGES: readonly Stage[] = [speaker, commands];

/** Takes a message through all stages. Pure: the same message, world and time give the same decision. */
export function decideLine(line: ChatLine, world: World): Decision {
  const before: Check[] = [];
  for (const stage of STAGES) {
    const result = stage.decide(line, world);
    if (!('passOn' in result))
      return { ...result, why: { ...result.why, checks: [...before, ...result.why.checks] } };
    before.push(...result.passOn);
  }
  const decision = nothing('nothing to do', 'No rule applied');
  return { ...decision, why: { ...decision.why, checks: before } };
}
