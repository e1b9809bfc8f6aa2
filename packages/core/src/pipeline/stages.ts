import type { World } from '../channel/index.js';
import { hasAtLeast, type ChatLine, type Check } from '../chat/index.js';
import { decideCommand } from '../commands/index.js';
import { guardLine } from '../guard/index.js';
import { quietAt, quietInWords } from '../quiet/index.js';
import { decideArrival } from './arrivals.js';
import { decideHeard } from './heard.js';
import type { Decision } from './decision.js';

/** What a stage that lets a message go on has to say, and to do. */
export type PassedOn = Pick<Decision, 'changes' | 'effects' | 'started'> & {
  readonly passOn: readonly Check[];
};

/**
 * One stage of a message's way. It ends the way with a decision, or passes the message
 * on to the next with the checks it made.
 */
export interface PipelineStage {
  readonly name: string;
  decide(line: ChatLine, world: World): Decision | PassedOn;
}

const NOTHING: PassedOn = { passOn: [], changes: [], effects: [], started: [] };

const own: PipelineStage = {
  name: 'own',
  decide: (line, world) =>
    line.viewer === world.self ? nothing('own line', 'The bot’s own lines start nothing') : NOTHING,
};

/** What is caught starts nothing; what is only measured goes on. */
const guard: PipelineStage = {
  name: 'guard',
  decide(line, world) {
    const { why, checks, ...guarded } = guardLine(line, world);
    if (why === undefined) return { ...guarded, passOn: checks, started: [] };
    return { ...guarded, why, started: [], commandId: undefined };
  },
};

const ignored: PipelineStage = {
  name: 'ignored',
  decide: (line, world) =>
    world.viewers.of(line).ignored
      ? nothing('ignored', `${line.name} is marked as ignored and starts nothing`)
      : NOTHING,
};

/** While the bot is kept quiet, it starts nothing, or nothing for others than moderators. */
const quiet: PipelineStage = {
  name: 'quiet',
  decide(line, world) {
    const level = quietAt(world.quiet, line.at);
    const isAnswered = level !== 'all' && (level !== 'moderators' || hasAtLeast(line.roles, 'moderator'));
    if (level === undefined || isAnswered) return NOTHING;
    const decision = nothing('quiet', `Quiet is on: ${quietInWords(level)}`);
    // Talk stays talk; what would have started something says why it did not.
    const outcome = world.commands.index.match(line.text).found.length > 0 ? 'stopped' : 'talk';
    return { ...decision, why: { ...decision.why, outcome, reason: 'quiet' } };
  },
};

/** Someone's first message of the stream, or after a long time, may start routines, and goes on. */
const arrivals: PipelineStage = {
  name: 'arrivals',
  decide(line, world) {
    const { checks, ...arrival } = decideArrival(line, world);
    return { ...arrival, passOn: checks };
  },
};

/** Games that listen to chat may have to do with it, and it goes on. */
const heard: PipelineStage = { name: 'heard', decide: decideHeard };

function nothing(brief: string, decided: string): Decision {
  return {
    changes: [],
    effects: [],
    started: [],
    commandId: undefined,
    why: { outcome: 'nothing', brief, checks: [], decided },
  };
}

const commands: PipelineStage = { name: 'commands', decide: decideCommand };

/**
 * The stages of a message's way, in order. This is the one place that says it. What looks at
 * everyone's lines, whatever else becomes of them, stands before `ignored`.
 */
export const STAGES: readonly PipelineStage[] = [own, guard, ignored, quiet, arrivals, heard, commands];

/** What becomes of a message that the guard took out by mistake: it goes on from there. */
export function decideAfterGuard(line: ChatLine, world: World): Decision {
  return decideBy(STAGES.slice(STAGES.indexOf(guard) + 1), line, world);
}

/** Takes a message through all stages. Pure: the same message, world and time give the same decision. */
export function decideLine(line: ChatLine, world: World): Decision {
  return decideBy(STAGES, line, world);
}

function decideBy(stages: readonly PipelineStage[], line: ChatLine, world: World): Decision {
  const passed: PassedOn[] = [];
  for (const stage of stages) {
    const result = stage.decide(line, world);
    if (!('passOn' in result)) return joined(passed, result);
    if (!isNothing(result)) passed.push(result);
  }
  return joined(passed, nothing('nothing to do', 'No rule applied'));
}

/** Most stages have nothing to say of most messages. */
function isNothing({ passOn, changes, effects, started }: PassedOn): boolean {
  return passOn.length === 0 && changes.length === 0 && effects.length === 0 && started.length === 0;
}

function joined(passed: readonly PassedOn[], own: Decision): Decision {
  const runsOfOwn = own.started.some(({ run }) => run !== undefined);
  if (passed.length === 0 && !runsOfOwn) return own;
  const { why, ...decision } = own;
  const started = passed.flatMap((each) => each.started);
  const begun = started.map(({ title }) => title).join(', ');
  // A line that only started a routine by being the first has run something, and says so.
  const told =
    begun === '' || (why.outcome !== 'nothing' && why.outcome !== 'talk')
      ? why
      : { ...why, outcome: 'ran' as const, brief: `started ${begun}`, decided: `Started ${begun}` };
  const all = [...started, ...decision.started];
  const runs = all.filter(({ run }) => run !== undefined).map(({ id }) => id);
  return {
    commandId: decision.commandId,
    changes: [...passed.flatMap(({ changes }) => changes), ...decision.changes],
    effects: [...passed.flatMap(({ effects }) => effects), ...decision.effects],
    started: all,
    why: {
      ...told,
      checks: [...passed.flatMap(({ passOn }) => passOn), ...why.checks],
      ...(runs.length === 0 ? {} : { runs }),
    },
  };
}
