import type { Change, Occasion, RunEffect, World } from '../channel/index.js';
import {
  prepareLines,
  reasonOf,
  type ChatLine,
  type Check,
  type RefusalReason,
  type Why,
} from '../chat/index.js';
import {
  amountOfCurrency,
  balancesOf,
  move,
  POSTED,
  viewerAccount,
  type PostedChange,
} from '../currency/index.js';
import {
  knownValues,
  refusalOfStart,
  runId,
  startRun,
  textValues,
  budgetOfOne,
  type Started,
} from '../routines/index.js';
import { nearestName, REFUSAL_VALUES, renderText, Span, type ParsedText } from '../text/index.js';
import { Layers } from '../layers/index.js';
import type { RefusingGate } from './command.js';
import { GATES, priceOf, type AskedCommand, type Stop } from './gates.js';
import type { ReadInputs } from './inputs.js';
import { USE } from './slices.js';
import type { Match, Matches, PreparedCommand } from './match.js';
import type { UseChange } from './state.js';

export interface CommandDecision {
  readonly commandId: string | undefined;
  readonly changes: readonly Change[];
  readonly effects: readonly RunEffect[];
  readonly why: Why;
  /** what was begun */
  readonly started: readonly Started[];
}

/** A refused viewer is told so of one command at most once in this many milliseconds. */
export const REFUSAL_PAUSE_MS = 15_000;

/**
 * Decides what a message does as a command: which trigger it meets, whether the gates let
 * it through, what the routine then does. Changes nothing; the caller stores the changes
 * and then performs the effects, or, in rehearsal, neither.
 */
export function decideCommand(line: ChatLine, world: World): CommandDecision {
  const matches = world.commands.index.match(line.text);
  const viewer = world.viewers.of(line);
  const allowed = viewer.bot
    ? matches.found.filter(({ prepared }) => prepared.command.trigger.fromBots)
    : matches.found;
  const [match] = allowed;
  if (match === undefined) return matches.found.length > 0 ? fromBot(matches) : noMatch(matches, world);

  const asked: AskedCommand = {
    match,
    line,
    world,
    use: world.commands.use(match.prepared.command.id, line.viewer),
  };
  const checks: Check[] = [...alsoMatched(allowed)];
  let read: ReadInputs = { values: {}, target: undefined };
  for (const gate of GATES) {
    const passage = gate(asked);
    if (passage === undefined) continue;
    checks.push(...passage.checks);
    if (passage.stop !== undefined) return refuse(passage.stop, asked, checks);
    read = passage.read ?? read;
  }
  return run(asked, read, checks);
}

function run(asked: AskedCommand, read: ReadInputs, checks: Check[]): CommandDecision {
  const { match, line, world } = asked;
  const { command, routine, title } = match.prepared;
  const busy = refusalOfStart(routine, world);
  if (busy !== undefined) {
    checks.push(busy.check);
    return refuse({ outcome: 'waiting', brief: busy.brief, gate: undefined }, asked, checks);
  }
  // What running it does to the channel stands before its first step sees it.
  const use: UseChange = { kind: 'use', commandId: command.id, viewer: line.viewer, at: line.at };
  const paid = charge(asked);
  const used = withUse(world, use, paid);
  const occasion = occasionOf({ ...asked, use: used.commands.use(command.id, line.viewer) }, read);
  const segment = startRun(routine, occasion, used, { before: checks, paid });
  const started: Started = {
    ...segment,
    id: runId(line.id, command.id),
    owner: command.id,
    title,
    occasion,
  };
  const why = { checks: segment.checks, command: command.id, ...ranInWords(started, routine) };
  const decision = { commandId: command.id, started: [started], why };
  const answered = { ...decision, effects: [...segment.effects, ...answerTo(started, asked)] };
  if (paid === undefined && isRefusal(started)) return refusedByItself(answered, started, asked);
  return { ...answered, changes: [use, ...(paid === undefined ? [] : [paid]), ...segment.changes] };
}

/** Kinds of changes that come of looking, not of doing. */
const LOOKING: ReadonlySet<string> = new Set(['draw', 'drawn', 'remembered']);

/** Whether all that a run came to is that something cannot be: it was no use of the command. */
function isRefusal({ failure, run: waits, changes }: Started): boolean {
  return failure !== undefined && waits === undefined && changes.every(({ kind }) => LOOKING.has(kind));
}

/** Moderators are told what could not be done, where the command itself says nothing. */
function answerTo({ failure, effects }: Started, { line, match }: AskedCommand): RunEffect[] {
  if (failure === undefined || !isModerator(line) || match.kind !== 'name') return [];
  if (effects.some(({ kind }) => kind === 'say')) return [];
  return [{ kind: 'say', lines: prepareLines(`${line.name}, ${lowerFirst(failure.words)}.`, false) }];
}

function isModerator({ roles }: ChatLine): boolean {
  return roles.includes('moderator') || roles.includes('streamer');
}

/** A run that was refused starts no cooldown, and says so as often as any refusal. */
function refusedByItself(
  decision: Omit<CommandDecision, 'changes'>,
  { changes, failure }: Started,
  asked: AskedCommand,
): CommandDecision {
  const { line } = asked;
  const commandId = asked.match.prepared.command.id;
  // What would be said alike to anyone is said to one of them, for all.
  const about =
    failure?.forAll === true
      ? { viewer: '', failure: FOR_ALL }
      : { viewer: line.viewer, failure: failure?.words ?? '' };
  if (!wasToldJustNow(asked, about))
    return { ...decision, changes: [{ kind: 'refused', commandId, ...about, at: line.at }, ...changes] };
  return {
    ...decision,
    changes,
    effects: decision.effects.filter(({ kind }) => kind !== 'say'),
    why: { ...decision.why, checks: [...decision.why.checks, TOLD_JUST_NOW] },
  };
}

/** Under which all refusals that are the same for anyone are remembered; the seconds left in them differ. */
const FOR_ALL = 'for all';

const TOLD_JUST_NOW: Check = {
  rule: `Told so at most once in ${String(REFUSAL_PAUSE_MS / 1000)} s`,
  measure: 'told just now',
  outcome: 'noted',
};

/** What moderators are told of where a command has no text for it; a command for others, or for another time, is no mistake. */
const TOLD_MODERATORS: ReadonlySet<RefusingGate | undefined> = new Set(['inputs', 'rank', 'cost']);

/** Whether the viewer, or chat, was told a moment ago that it cannot be. Moderators are told each time. */
function wasToldJustNow(
  { match, line, world }: AskedCommand,
  { viewer, failure }: { readonly viewer: string; readonly failure?: string } = line,
): boolean {
  if (isModerator(line)) return false;
  const told = world.commands.toldRefusal(match.prepared.command.id, viewer, failure);
  return told !== undefined && line.at - told < REFUSAL_PAUSE_MS && line.at >= told;
}

/** The world once the command was used and paid for; what is free, as most are, lays nothing above the purse. */
function withUse(world: World, use: UseChange, paid: PostedChange | undefined): World {
  const uses = new Layers<World, UseChange>({ use: USE });
  const used = uses.over(world);
  uses.apply(use, world);
  if (paid === undefined) return used;
  const payments = new Layers<World, PostedChange>({ posted: POSTED });
  const charged = payments.over(used);
  payments.apply(paid, used);
  return charged;
}

/** What running it takes from the one who typed; undefined where it costs them nothing. */
function charge(asked: AskedCommand): PostedChange | undefined {
  const price = priceOf(asked);
  if (price === 0) return undefined;
  const { match, line, world } = asked;
  const { command } = match.prepared;
  const result = move(
    balancesOf(world.purse),
    { from: viewerAccount(line.viewer), to: 'spent', amount: price },
    {
      key: `${runId(line.id, command.id)}:cost`,
      cause: 'command',
      reference: command.id,
      by: `viewer:${line.viewer}`,
      at: line.at,
      words: `takes ${amountOfCurrency(world.purse.settings, price)} from ${line.name}`,
    },
  );
  return 'change' in result ? result.change : undefined;
}

function ranInWords(
  { title, effects, changes, checks, run: waits, ended }: Started,
  { speaks }: PreparedCommand['routine'],
): Pick<Why, 'outcome' | 'brief' | 'decided'> {
  const lines = effects.reduce((sum, effect) => sum + (effect.kind === 'say' ? effect.lines.length : 0), 0);
  const warned = checks.some(({ outcome }) => outcome === 'warned');
  const goesOn = waits === undefined ? '' : waits.awaiting.for === 'turn' ? ', waits its turn' : ', goes on';
  const over = ended?.how === 'limited' || ended?.how === 'failed' ? `, ended: ${ended.words}` : '';
  const isIdle = lines === 0 && changes.every(({ kind }) => kind === 'draw' || kind === 'drawn');
  const silent = isIdle && speaks && goesOn === '' && over === '' ? ', nothing to say' : '';
  return {
    outcome: over !== '' ? 'failed' : warned ? 'warned' : 'ran',
    brief: `ran ${title}${silent === '' && warned ? ', with a note' : silent}${goesOn}${over}`,
    decided: `Ran ${title}, ${saidInWords(lines, speaks && isIdle)}${waits === undefined ? '' : '; it continues later'}${over}`,
  };
}

const REASONS: Readonly<Record<RefusingGate, RefusalReason>> = {
  when: 'when',
  who: 'who',
  inputs: 'inputs',
  cooldown: 'cooldown',
  viewerCooldown: 'cooldown',
  rank: 'rank',
  cost: 'cost',
};

/** Stops the message, and tells the viewer if the gate has a text for it and they were not told just now. */
function refuse(stop: Stop, asked: AskedCommand, checks: Check[]): CommandDecision {
  const { match, line } = asked;
  const decided = `Did not run: ${stop.brief}`;
  const {
    command: { id },
    title,
  } = match.prepared;
  const at = stop.gate === undefined ? {} : { gate: stop.gate };
  const reason = stop.gate === undefined ? reasonOf(checks) : REASONS[stop.gate];
  const why = {
    outcome: stop.outcome,
    brief: stop.brief,
    checks,
    decided,
    command: id,
    title,
    ...at,
    reason,
  };
  const base = { commandId: id, changes: [], effects: [], started: [], why };
  const own = stop.gate === undefined ? undefined : match.prepared.refusals.get(stop.gate);
  const isTold = isModerator(line) && match.kind === 'name' && TOLD_MODERATORS.has(stop.gate);
  const usage = stop.usage ?? (isTold ? stop.brief : undefined);
  if (own === undefined && usage === undefined) return base;
  if (wasToldJustNow(asked)) {
    checks.push(TOLD_JUST_NOW);
    return base;
  }
  const lines =
    own === undefined
      ? prepareLines(`${line.name}, ${usage ?? ''}`, false)
      : refusalLines(own, stop, asked, checks);
  if (lines.length === 0) return base;
  return {
    ...base,
    changes: [{ kind: 'refused', commandId: match.prepared.command.id, viewer: line.viewer, at: line.at }],
    effects: [{ kind: 'say', lines }],
    why: { ...why, decided: `${decided}, and said so` },
  };
}

function refusalLines(text: ParsedText, stop: Stop, asked: AskedCommand, checks: Check[]): string[] {
  const { line, world, match } = asked;
  const refused = { why: stop.brief, wait: new Span(Math.ceil((stop.wait ?? 0) / 1000)) };
  const budget = budgetOfOne(world);
  const occasion = occasionOf(asked, { values: {}, target: undefined });
  const rendered = renderText(text, {
    values: textValues(occasion, world, {}, line.at, { refused }, (steps) => {
      budget.left -= steps;
    }),
    known: knownValues(
      match.prepared.inputNames,
      world,
      [],
      REFUSAL_VALUES.map(({ path }) => path),
    ),
    chance: world.chance,
    now: line.at,
    budgets: [budget],
  });
  for (const note of rendered.notes) checks.push({ rule: note, measure: '', outcome: 'warned' });
  return prepareLines(rendered.text, text.ownStart);
}

function occasionOf({ match, line, world, use }: AskedCommand, read: ReadInputs): Occasion {
  const { title, inputNames } = match.prepared;
  const viewer = world.viewers.of(line);
  const [first = ''] = match.typed.split(/\s/u);
  return {
    cause: line.id,
    by: title,
    viewer,
    roles: line.roles,
    target: read.target ?? (match.kind === 'name' ? named(first, world) : undefined) ?? viewer,
    inputs: { ...match.groups, ...read.values },
    inputNames,
    line: line.id,
    event: undefined,
    typed: match.typed,
    command: { name: title, uses: use.uses, usesByViewer: use.usesByViewer },
    at: line.at,
  };
}

function named(word: string, world: World): ReturnType<World['viewers']['named']> {
  const name = word.replace(/^@/u, '');
  return name === '' ? undefined : world.viewers.named(name);
}

function saidInWords(lines: number, speaks: boolean): string {
  if (lines === 0) return speaks ? 'nothing was left to say' : 'which says nothing';
  return lines === 1 ? 'said 1 line' : `said ${String(lines)} lines`;
}

function alsoMatched([first, ...others]: readonly Match[]): Check[] {
  const known = new Set([first?.prepared]);
  return others
    .filter(({ prepared }) => !known.has(prepared))
    .slice(0, 3)
    .map(({ prepared, by }) => ({
      rule: `Also matched ${by}`,
      measure: `${prepared.title} gave way`,
      outcome: 'noted',
    }));
}

function fromBot({ found }: Matches): CommandDecision {
  const checks = found.slice(0, 3).map(({ by, prepared }): Check => ({
    rule: `Met ${by}`,
    measure: `${prepared.title} is not for bots`,
    outcome: 'stopped',
  }));
  return nothing(checks, 'from a bot', 'Viewers marked as bots start nothing');
}

function noMatch({ named: behind }: Matches, world: World): CommandDecision {
  const { prefix } = world.commands.index;
  if (behind === undefined)
    return nothing([], 'no command', `It matches no command, phrase or pattern`, 'talk');
  const [name = ''] = behind.split(/\s/u);
  const near = nearestName(name, world.commands.index.knownNames);
  const check: Check = {
    rule: `Looked for ${prefix}${name}`,
    measure: 'no such command',
    outcome: 'stopped',
  };
  const hint = near === undefined ? '' : `; ${prefix}${near} is the nearest`;
  return nothing([check], 'nothing by that name', `No command is called ${prefix}${name}${hint}`);
}

function nothing(
  checks: readonly Check[],
  brief: string,
  decided: string,
  outcome: 'nothing' | 'talk' = 'nothing',
): CommandDecision {
  return {
    commandId: undefined,
    changes: [],
    effects: [],
    started: [],
    why: { outcome, brief, checks, decided },
  };
}

function lowerFirst(words: string): string {
  return words.charAt(0).toLowerCase() + words.slice(1);
}
