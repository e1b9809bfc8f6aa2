import { ROLE_NAMES } from '@gully/core/chat';
import { BLANK_COMMAND, usageOf, type CommandBody, type Gates } from '@gully/core/commands';
import { figure } from '@gully/core/currency';
import { allSteps, plainText, sentenceOf } from '@gully/core/routines';
import { whenInWords } from '@gully/core/stream';
import { durationInWords } from '@gully/core/text';
import type { Parts } from '../editing/index.js';

/**
 * The parts of a command a person changes, each with its words: for the sentence, for what
 * it was, and for showing two versions side by side.
 */
export const PARTS = {
  name: { label: 'Name', of: ({ trigger }) => trigger.name, words: ({ trigger }) => trigger.name || 'none' },
  aliases: {
    label: 'Aliases',
    of: ({ trigger }) => trigger.aliases,
    words: ({ trigger }) => trigger.aliases.join(', ') || 'none',
  },
  heard: {
    label: 'Phrases',
    of: ({ trigger: { phrases, wholeMessage, pattern, matchCase, fromBots, connections } }) => [
      phrases,
      wholeMessage,
      pattern,
      matchCase,
      fromBots,
      connections,
    ],
    words: heardInWords,
  },
  inputs: {
    label: 'Inputs',
    of: ({ inputs, gates: { refuseExtra } }) => [inputs, refuseExtra],
    words: ({ inputs, gates: { refuseExtra } }) =>
      `${usageOf('', inputs) || 'none'}${refuseExtra ? ', and no further words' : ''}`,
  },
  who: {
    label: 'Who',
    of: ({ gates: { lowestRole, onlyRoles, always, never } }) => [lowestRole, onlyRoles, always, never],
    words: ({ gates }) => whoInWords(gates),
  },
  often: {
    label: 'How often',
    of: ({ gates: { cooldown, viewerCooldown, moderatorsSkip } }) => [
      cooldown,
      viewerCooldown,
      moderatorsSkip,
    ],
    words: ({ gates }) => oftenInWords(gates),
  },
  cost: {
    label: 'Cost',
    of: ({ gates }) => gates.cost,
    words: ({ gates: { cost } }) => (cost.base === 0 ? 'free' : figure(cost.base)),
  },
  rank: {
    label: 'Rank',
    of: ({ gates }) => gates.rank,
    words: ({ gates }) => (gates.rank === '' ? 'any rank' : 'a rank'),
  },
  when: { label: 'When', of: ({ gates }) => gates.when, words: ({ gates }) => whenInWords(gates.when) },
  refusals: {
    label: 'If refused',
    of: ({ gates }) => gates.refusals,
    words: ({ gates }) => refusalsInWords(gates),
  },
  group: { label: 'Group', of: ({ group }) => group, words: ({ group }) => group || 'no group' },
  enabled: { label: 'On', of: ({ enabled }) => enabled, words: ({ enabled }) => (enabled ? 'on' : 'off') },
  steps: {
    label: 'Steps',
    of: ({ routine }) => routine,
    words: ({ routine }) => routine.steps.map((step) => sentenceOf(step)).join(' · '),
  },
} as const satisfies Parts<CommandBody>;

export type Part = keyof typeof PARTS;

function heardInWords({ trigger }: CommandBody): string {
  const { phrases, wholeMessage, pattern, connections } = trigger;
  const words: string[] = [];
  if (phrases.length > 0)
    words.push(
      `${wholeMessage ? 'as the whole message' : 'anywhere'}: ${phrases.map((phrase) => `“${phrase}”`).join(', ')}`,
    );
  if (pattern !== '') words.push(`the pattern ${pattern}`);
  if (connections.length > 0) words.push(`only from ${connections.join(', ')}`);
  return words.join('; ') || 'none';
}

export function whoInWords({ lowestRole, onlyRoles, always, never }: Gates): string {
  const named = always.map(({ name }) => name).join(', ');
  const without = never.length === 0 ? '' : `, never ${never.map(({ name }) => name).join(', ')}`;
  if (onlyRoles.length > 0) {
    const roles = onlyRoles.map((role) => `${ROLE_NAMES[role]}s`).join(' and ');
    return `Only ${roles}${named === '' ? '' : ` and ${named}`}${without}`;
  }
  if (lowestRole === 'streamer' && named !== '') return `Only ${named}${without}`;
  const lowest =
    lowestRole === 'viewer'
      ? 'Anyone'
      : lowestRole === 'streamer'
        ? 'Only the streamer'
        : `${sentenceCase(ROLE_NAMES[lowestRole])}s and up`;
  return `${lowest}${named === '' || lowestRole === 'viewer' ? '' : `, and ${named}`}${without}`;
}

export function oftenInWords({ cooldown, viewerCooldown }: Gates): string {
  const words: string[] = [];
  if (cooldown !== 0) words.push(`every ${inWords(cooldown)}`);
  if (viewerCooldown !== 0)
    words.push(`each viewer ${words.length === 0 ? 'every ' : ''}${inWords(viewerCooldown)}`);
  return words.length === 0 ? 'no cooldown' : words.join(', ');
}

/** How often in the few letters a table has room for. */
export function oftenInShort({ cooldown, viewerCooldown }: Gates): string {
  const words: string[] = [];
  if (cooldown !== 0) words.push(inWords(cooldown));
  if (viewerCooldown !== 0) words.push(`${inWords(viewerCooldown)} per viewer`);
  return words.join('; ');
}

function inWords(seconds: number): string {
  return Number.isFinite(seconds) ? durationInWords(seconds * 1000) : '…';
}

export function refusalsInWords({ refusals }: Gates): string {
  const texts = Object.values(refusals).filter((text) => text.trim() !== '').length;
  if (texts === 0) return 'say nothing';
  return texts === 1 ? 'say so in one text' : `say so in ${String(texts)} texts`;
}

/** What a command does, in one line: its first text, values shown as an ellipsis. */
export function summaryOf({ routine }: CommandBody): string {
  const all = allSteps(routine.steps);
  const says = all.find((step) => step.kind === 'say' || step.kind === 'reply' || step.kind === 'tell');
  if (says !== undefined && 'texts' in says) return plainText(says.texts[0] ?? '');
  const [first] = all;
  return first === undefined ? '' : sentenceOf(first);
}

function sentenceCase(words: string): string {
  return words.charAt(0).toUpperCase() + words.slice(1);
}

/** A new command, with lists of its own. */
export function blankBody(): CommandBody {
  return structuredClone(BLANK_COMMAND);
}
