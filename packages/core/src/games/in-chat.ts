import { type Step, STEP_KINDS } from '../channel/index.js';
import { BLANK_COMMAND, STARTERS, type CommandBody } from '../commands/index.js';
import { routineOf } from '../routines/index.js';

/**
 * A command that plays a game, or opens a round of it.
 *
 * @param game its id
 * @param word what is typed after the prefix
 */
export function commandForGame(game: string, word: string, does: 'play' | 'open' = 'play'): CommandBody {
  // Why it could not be is told as everywhere else.
  const redeem = STARTERS.find(({ id }) => id === 'redeem')?.body ?? BLANK_COMMAND;
  const steps = redeem.routine.steps.map((step): Step =>
    step.kind === 'redeem' ? { ...STEP_KINDS.play.blank('play'), game, does, ifFails: 'go-on' } : step,
  );
  const gates = {
    ...BLANK_COMMAND.gates,
    cooldown: 0,
    viewerCooldown: does === 'play' ? 5 : 0,
    lowestRole: does === 'play' ? ('viewer' as const) : ('moderator' as const),
  };
  return {
    ...BLANK_COMMAND,
    group: 'Games',
    gates,
    trigger: { ...BLANK_COMMAND.trigger, name: word },
    routine: routineOf(steps),
  };
}
