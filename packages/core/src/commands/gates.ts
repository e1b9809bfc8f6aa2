import type { World } from '../channel/index.js';
import {
  hasAtLeast,
  ROLE_NAMES,
  strongestRole,
  type ChatLine,
  type Check,
  type LineOutcome,
  type RefusalReason,
} from '../chat/index.js';
import {
  amountOfCurrency,
  costFor,
  figure,
  holderStandingOf,
  type HolderStanding,
} from '../currency/index.js';
import { checkWhen } from '../stream/index.js';
import { durationInWords } from '../text/index.js';
import { isNamed, type NamedViewer } from '../viewers/index.js';
import type { Gates, RefusingGate } from './command.js';
import { usageOf } from './input.js';
import { readInputs, type ReadInputs } from './inputs.js';
import type { Match } from './match.js';
import type { CommandUse } from './state.js';

/** What a gate says: checks for the why, and when it stops the message, the words for it. */
export interface Passage {
  readonly checks: readonly Check[];
  readonly stop?: Stop;
  /** of the gate that reads the inputs */
  readonly read?: ReadInputs;
}

export interface Stop {
  readonly outcome: LineOutcome;
  readonly brief: string;
  /** the gate, where it may have a text for whom it refuses */
  readonly gate: RefusingGate | undefined;
  /** milliseconds until it may be used again, where that is known */
  readonly wait?: number;
  /** what is told where the streamer wrote no text of their own */
  readonly usage?: string;
}

export interface AskedCommand {
  readonly match: Match;
  readonly line: ChatLine;
  readonly use: CommandUse;
  readonly world: World;
}

type Gate = (asked: AskedCommand) => Passage | undefined;

/** The gates in the order they are asked. A gate that does not apply says nothing. */
export const GATES: readonly Gate[] = [
  function switchedOn({ match: { prepared, by, kind } }) {
    const { command, title, draft, fault } = prepared;
    const rule = `${kind === 'name' ? `${by} is a command` : `${title} answers to ${by}`}${draft ? ', your draft' : ''}`;
    if (fault !== undefined) return stopped(rule, 'cannot be read', undefined, `cannot run: ${fault}`);
    if (!command.enabled) return stopped(rule, 'off', undefined, 'switched off', [], 'off');
    return passed(rule, 'on');
  },

  function when({ match: { prepared }, line, world }) {
    const { gates, trigger } = prepared.command;
    const checks: Check[] = [];
    for (const { rule, measure, holds } of checkWhen(gates.when, world.stream, line.at, world.timeZone)) {
      if (!holds) return stopped(rule, measure, 'when', lowerFirst(rule), checks);
      checks.push({ rule, measure, outcome: 'passed' });
    }
    if (trigger.connections.length > 0) {
      const rule = `Only from ${trigger.connections.join(' or ')}`;
      if (!trigger.connections.includes(line.connection))
        return stopped(rule, line.connection, 'when', lowerFirst(rule), checks);
      checks.push({ rule, measure: line.connection, outcome: 'passed' });
    }
    return { checks };
  },

  function who({ match, line }) {
    return whoGate(match.prepared.command.gates, line);
  },

  function inputs({ match: { prepared, typed, kind }, line, world }) {
    const { command, title } = prepared;
    const { refuseExtra } = command.gates;
    if ((command.inputs.length === 0 && !refuseExtra) || kind !== 'name') return undefined;
    const rule = usageOf(title, command.inputs);
    const looksAt = {
      named: (name: string) => world.viewers.named(name),
      isShared: (name: string) => world.viewers.isShared(name),
      balance: standingAt(line, world)?.balance,
    };
    const result = readInputs(command.inputs, typed, looksAt, refuseExtra);
    if ('read' in result)
      return {
        checks: [{ rule, measure: typed === '' ? 'nothing typed' : typed, outcome: 'passed' }],
        read: result.read,
      };
    const passage = stopped(rule, result.fault, 'inputs', result.fault);
    return { ...passage, stop: { ...passage.stop, usage: `${result.fault}. Type it as ${rule}` } };
  },

  function channelCooldown(asked) {
    const { cooldown } = asked.match.prepared.command.gates;
    return cooldownGate(
      `Every ${durationInWords(cooldown * 1000)}`,
      cooldown,
      asked.use.lastUse,
      'cooldown',
      asked,
    );
  },

  function viewerCooldown(asked) {
    const { viewerCooldown: seconds } = asked.match.prepared.command.gates;
    const rule = `Each viewer every ${durationInWords(seconds * 1000)}`;
    return cooldownGate(rule, seconds, asked.use.lastUseByViewer, 'viewerCooldown', asked);
  },

  function rank({ match: { prepared }, line, world }) {
    const { rank: asked } = prepared.command.gates;
    if (asked === '' || !world.purse.settings.enabled || line.roles.includes('streamer')) return undefined;
    const standing = standingAt(line, world);
    if (standing === undefined) return unknownBalance('rank');
    const wanted = world.purse.ranks.ranks.find(({ id }) => id === asked);
    // One that was deleted lets nobody through: what was for few is not for all without a word.
    if (wanted === undefined)
      return stopped('From a rank up', 'the rank was deleted', 'rank', 'its rank was deleted');
    const rule = `From ${wanted.name} up`;
    const has = standing.ranks.at(-1)?.name ?? 'no rank';
    return standing.ranks.some(({ id }) => id === wanted.id)
      ? passed(rule, has)
      : stopped(rule, has, 'rank', `from ${wanted.name} up, is ${has}`);
  },

  function cost(asked) {
    const { match, line, world } = asked;
    const { settings } = world.purse;
    const { base } = match.prepared.command.gates.cost;
    if (!settings.enabled || base === 0) return undefined;
    const standing = standingAt(line, world);
    if (standing === undefined) return unknownBalance('cost');
    const price = priceOf(asked);
    const rule = `Costs ${amountOfCurrency(settings, price === 0 ? base : price)}`;
    if (price === 0) return passed(rule, 'not for them');
    const has = `has ${figure(standing.balance)}`;
    return standing.balance >= price
      ? passed(rule, has)
      : stopped(rule, has, 'cost', `costs ${amountOfCurrency(settings, price)}, ${has}`);
  },
];

/** What is not known is neither taken for enough nor for nothing. */
function unknownBalance(gate: RefusingGate): Passage {
  const words = 'the balance could not be looked up';
  return stopped('The balance is known', words, gate, words);
}

/** What running it costs the one who typed, in whole units; 0 for nothing. */
export function priceOf(asked: AskedCommand): number {
  const { match, line, world } = asked;
  const standing = standingAt(line, world);
  const { cost } = match.prepared.command.gates;
  return standing === undefined || cost.base === 0 || skips(asked)
    ? 0
    : costFor(cost, line.roles, standing.regular);
}

function standingAt(line: ChatLine, world: World): HolderStanding | undefined {
  return holderStandingOf(world.purse, world.viewers.of(line), line.roles);
}

/** Whether the one who typed may use it at all: named viewers first, then roles. The streamer always may. */
export function whoGate(gates: Gates, line: Pick<ChatLine, 'viewer' | 'name' | 'roles'>): Passage {
  const own = ROLE_NAMES[strongestRole(line.roles)];
  if (line.roles.includes('streamer')) return passed(whoInWords(gates.lowestRole), own);
  if (gates.never.some((named) => isNamed(named, line)))
    return stopped(`Never for ${namesOf(gates.never)}`, line.name, 'who', `never for ${line.name}`);
  if (gates.always.some((named) => isNamed(named, line)))
    return passed(`Always for ${namesOf(gates.always)}`, line.name);
  if (gates.onlyRoles.length > 0) {
    const rule = `For ${gates.onlyRoles.map((role) => `${ROLE_NAMES[role]}s`).join(', ')} only`;
    const has = gates.onlyRoles.some((role) => role === 'viewer' || line.roles.includes(role));
    return has ? passed(rule, own) : stopped(rule, own, 'who', lowerFirst(rule));
  }
  const rule = whoInWords(gates.lowestRole);
  if (hasAtLeast(line.roles, gates.lowestRole)) return passed(rule, own);
  const whom = gates.always.length > 0 ? `for ${namesOf(gates.always)}` : lowerFirst(rule);
  return stopped(rule, own, 'who', whom);
}

function cooldownGate(
  rule: string,
  seconds: number,
  last: number | undefined,
  gate: RefusingGate,
  asked: AskedCommand,
): Passage | undefined {
  if (seconds === 0) return undefined;
  if (skips(asked))
    return passed(
      rule,
      asked.line.roles.includes('streamer') ? 'the streamer does not wait' : 'moderators do not wait',
    );
  if (last === undefined) return passed(rule, 'not used yet');
  const { at } = asked.line;
  const wait = cooldownLeft(seconds, last, at);
  if (wait === 0)
    return passed(rule, last > at ? 'last by another clock' : `last ${durationInWords(at - last)} ago`);
  const measure = `${durationInWords(wait)} left`;
  return {
    checks: [{ rule, measure, outcome: 'stopped' }],
    stop: { outcome: 'waiting', brief: `cooling down, ${measure}`, gate, wait },
  };
}

/**
 * Milliseconds until a cooldown is over, 0 when it is. A last use that is later than now by more
 * than the cooldown was told by another clock, and is nothing to wait for.
 */
export function cooldownLeft(seconds: number, last: number, now: number): number {
  const span = seconds * 1000;
  return last > now + span ? 0 : Math.max(0, Math.min(span, last + span - now));
}

function skips({ line, match }: AskedCommand): boolean {
  const { moderatorsSkip } = match.prepared.command.gates;
  return line.roles.includes('streamer') || (moderatorsSkip && line.roles.includes('moderator'));
}

function namesOf(named: readonly NamedViewer[]): string {
  const names = named.slice(0, 3).map(({ name }) => name);
  return named.length > 3 ? `${names.join(', ')} and ${String(named.length - 3)} more` : names.join(', ');
}

function whoInWords(lowest: Parameters<typeof hasAtLeast>[1]): string {
  if (lowest === 'viewer') return 'Anyone may use it';
  return lowest === 'streamer' ? 'Only for the streamer' : `For ${ROLE_NAMES[lowest]}s and up`;
}

function passed(rule: string, measure: string): Passage {
  return { checks: [{ rule, measure, outcome: 'passed' }] };
}

function stopped(
  rule: string,
  measure: string,
  gate: RefusingGate | undefined,
  brief: string,
  before: readonly Check[] = [],
  reason?: RefusalReason,
): Passage & { readonly stop: Stop } {
  const why = reason === undefined ? {} : { reason };
  return {
    checks: [...before, { rule, measure, outcome: 'stopped', ...why }],
    stop: { outcome: 'stopped', brief, gate },
  };
}

function lowerFirst(words: string): string {
  return words.charAt(0).toLowerCase() + words.slice(1);
}
