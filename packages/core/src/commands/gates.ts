import {
  hasAtLeast,
  ROLE_NAMES,
  strongestRole,
  type ChatLine,
  type Check,
  type Outcome,
} from '../chat/index.js';
import { durationInWords } from '../text/index.js';
import { PREFIX } from './command.js';
import type { PreparedCommand } from './match.js';
import type { CommandUse } from './state.js';

/** What a gate says: a check for the why, and when it stops the message, the words for it. */
export interface Passage {
  readonly check: Check;
  readonly stop?: { readonly outcome: Outcome; readonly brief: string };
}

interface Asked {
  readonly prepared: PreparedCommand;
  readonly line: ChatLine;
  readonly use: CommandUse;
}

type Gate = (asked: Asked) => Passage | undefined;

/** The gates in the order they are asked. A gate that does not apply says nothing. */
export const GATES: readonly Gate[] = [
  function switchedOn({ prepared: { command, draft, fault } }) {
    const name = `${PREFIX}${command.name}`;
    const rule = draft ? `${name} is a command, your draft` : `${name} is a command`;
    if (fault !== undefined) return stopped(rule, 'text cannot be read', `off by itself: ${fault}`);
    if (!command.enabled) return stopped(rule, 'off', 'switched off');
    return passed(rule, 'on');
  },

  function roleGate({ prepared: { command }, line }) {
    const own = ROLE_NAMES[strongestRole(line.roles)];
    if (command.lowestRole === 'viewer') return passed('Anyone may use it', own);
    const rule = `For ${ROLE_NAMES[command.lowestRole]}s and up`;
    return hasAtLeast(line.roles, command.lowestRole)
      ? passed(rule, own)
      : stopped(rule, own, `for ${ROLE_NAMES[command.lowestRole]}s and up`);
  },

  function channelCooldown({ prepared: { command }, line, use }) {
    return cooldownGate(
      `Every ${durationInWords(command.cooldown * 1000)}`,
      command.cooldown,
      use.lastUse,
      line,
    );
  },

  function viewerCooldown({ prepared: { command }, line, use }) {
    const rule = `Each viewer every ${durationInWords(command.viewerCooldown * 1000)}`;
    return cooldownGate(rule, command.viewerCooldown, use.lastUseByViewer, line);
  },
];

function cooldownGate(
  rule: string,
  seconds: number,
  last: number | undefined,
  line: ChatLine,
): Passage | undefined {
  if (seconds === 0) return undefined;
  if (line.roles.includes('streamer')) return passed(rule, 'the streamer does not wait');
  if (last === undefined) return passed(rule, 'not used yet');
  const left = cooldownLeft(seconds, last, line.at);
  if (left === 0) return passed(rule, `last ${durationInWords(line.at - last)} ago`);
  const measure = `${durationInWords(left)} left`;
  return {
    check: { rule, measure, outcome: 'stopped' },
    stop: { outcome: 'waiting', brief: `cooling down, ${measure}` },
  };
}

/**
 * Milliseconds until a cooldown is over, 0 when it is. When the clock went back behind
 * the last use, the wait is at most the whole cooldown, never longer.
 */
export function cooldownLeft(seconds: number, last: number, now: number): number {
  const span = seconds * 1000;
  return Math.max(0, Math.min(span, last + span - now));
}

function passed(rule: string, measure: string): Passage {
  return { check: { rule, measure, outcome: 'passed' } };
}

function stopped(rule: string, measure: string, brief: string): Passage {
  return { check: { rule, measure, outcome: 'stopped' }, stop: { outcome: 'stopped', brief } };
}
