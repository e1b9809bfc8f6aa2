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
    if (line.viewer !== world.self) return { passOn: [] };
    const decided = 'The bot’s own lines start nothing';
    return {
      changes: [],
      effects: [],
      commandId: undefined,
      why: { outcome: 'nothing', brief: 'own line', checks: [], decided },
    };
  },
};

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
  const why = {
    outcome: 'nothing',
    brief: 'nothing to do',
    checks: before,
    decided: 'No rule applied',
  } as const;
  return { changes: [], effects: [], commandId: undefined, why };
}
