import { RE2Set } from 're2js';
import { prepareRoutine, type PreparedRoutine } from '../routines/index.js';
import {
  compilePattern,
  foldName,
  groupNames,
  parseText,
  phraseForm,
  PhraseIndex,
  type ParsedText,
} from '../text/index.js';
import { NAME_WORDS, titleOf, type Command, type RefusingGate } from './command.js';
import { textBehind } from './prefix.js';

/** A command made ready: its texts parsed once, not on every message. */
export interface PreparedCommand {
  readonly command: Command;
  readonly title: string;
  readonly routine: PreparedRoutine;
  readonly refusals: ReadonlyMap<RefusingGate, ParsedText>;
  /** names of inputs declared and of the pattern's groups */
  readonly inputNames: readonly string[];
  /** why a saved command cannot run; when set, it cannot run */
  readonly fault: string | undefined;
  readonly draft: boolean;
}

export function prepareCommand(command: Command, prefix: string, draft = false): PreparedCommand {
  const { trigger, gates, inputs } = command;
  const routine = prepareRoutine(command.id, titleOf(command, prefix), command.routine);
  const refusals = new Map<RefusingGate, ParsedText>();
  for (const [gate, source] of Object.entries(gates.refusals)) {
    const result = parseText(source);
    if ('text' in result && source.trim() !== '') refusals.set(gate as RefusingGate, result.text);
  }
  const pattern = trigger.pattern === '' ? undefined : compilePattern(trigger.pattern, trigger.matchCase);
  const groups = pattern !== undefined && 'pattern' in pattern ? groupNames(pattern.pattern) : [];
  return {
    command,
    title: titleOf(command, prefix),
    routine,
    refusals,
    inputNames: [...inputs.map(({ name }) => name), ...groups],
    fault: routine.fault ?? (pattern !== undefined && 'fault' in pattern ? pattern.fault : undefined),
    draft,
  };
}

/** What holds before what. */
const RANKS = ['name', 'phrase', 'pattern'] as const;

/** What of a message started a command. */
export interface Match {
  readonly prepared: PreparedCommand;
  /** in words, for the why: `!map`, `the phrase “good night”` */
  readonly by: string;
  /** what was typed behind a name; nothing for phrases and patterns */
  readonly typed: string;
  /** what a pattern's groups held */
  readonly groups: Readonly<Record<string, string>>;
  readonly kind: (typeof RANKS)[number];
  /** letters of the message it met; among names and phrases the longest holds */
  readonly length: number;
}

/** All triggers of a channel, as messages meet them. */
export interface Triggers {
  readonly prefix: string;
  readonly commands: readonly PreparedCommand[];
  /** the folded names there are, for finding the nearest */
  readonly knownNames: readonly string[];
  match(text: string): Matches;
}

/** All matches of a message, and what it was typed as, for telling the nearest name when there is none. */
export interface Matches {
  /** the one that holds first */
  readonly found: readonly Match[];
  /** the words after the prefix, when the message begins with it */
  readonly named: string | undefined;
}

interface Phrase {
  readonly prepared: PreparedCommand;
  readonly phrase: string;
}

/**
 * All triggers made ready for matching: names by a map, phrases by one automaton, patterns
 * by one set. Immutable; made again when a command changes.
 *
 * Names hold before phrases and phrases before patterns; among names and phrases the
 * longest holds. What is switched off gives way to what is on.
 */
export class TriggerIndex implements Triggers {
  private readonly names = new Map<string, PreparedCommand[]>();
  private longestName = 1;
  private readonly phrases: readonly Phrase[];
  private readonly folded: PhraseIndex;
  private readonly exact: readonly Phrase[];
  private readonly exactIndex: PhraseIndex;
  private readonly patterns: readonly PreparedCommand[];
  private readonly set: RE2Set | undefined;

  constructor(
    readonly commands: readonly PreparedCommand[],
    readonly prefix: string,
  ) {
    for (const prepared of commands) this.addNames(prepared);
    const all = commands.flatMap((prepared) =>
      prepared.command.trigger.phrases
        .map((phrase) => ({ prepared, phrase: phraseForm(phrase, prepared.command.trigger.matchCase) }))
        .filter(({ phrase }) => phrase !== ''),
    );
    this.phrases = all.filter(({ prepared }) => !prepared.command.trigger.matchCase);
    this.exact = all.filter(({ prepared }) => prepared.command.trigger.matchCase);
    this.folded = new PhraseIndex(this.phrases.map(({ phrase }) => phrase));
    this.exactIndex = new PhraseIndex(this.exact.map(({ phrase }) => phrase));
    this.patterns = commands.filter(
      ({ command, fault }) => command.trigger.pattern !== '' && fault === undefined,
    );
    this.set = patternSet(this.patterns);
  }

  get knownNames(): readonly string[] {
    return [...this.names.keys()];
  }

  match(text: string): Matches {
    const named = textBehind(text, this.prefix);
    const found = [
      ...(named === undefined ? [] : this.matchNames(named)),
      ...this.matchPhrases(text),
      ...this.matchPatterns(text),
    ];
    return { found: byRank(found), named };
  }

  private addNames(prepared: PreparedCommand): void {
    const { name, aliases } = prepared.command.trigger;
    for (const each of name === '' ? aliases : [name, ...aliases]) {
      const key = foldName(each);
      this.names.set(key, [...(this.names.get(key) ?? []), prepared]);
      this.longestName = Math.max(this.longestName, Math.min(NAME_WORDS, each.split(' ').length));
    }
  }

  private matchNames(behind: string): Match[] {
    const words = [...behind.matchAll(/\S+/gu)].slice(0, this.longestName);
    const found: Match[] = [];
    for (let count = words.length; count > 0; count -= 1) {
      const taken = words.slice(0, count);
      const last = taken.at(-1);
      const asTyped = taken.map(([word]) => word).join(' ');
      for (const prepared of this.names.get(foldName(asTyped)) ?? []) {
        const { name, aliases, matchCase } = prepared.command.trigger;
        if (matchCase && name !== asTyped && !aliases.includes(asTyped)) continue;
        const typed = behind.slice((last?.index ?? 0) + (last?.[0].length ?? 0)).trim();
        found.push({
          prepared,
          by: this.prefix + asTyped,
          typed,
          groups: {},
          kind: 'name',
          length: asTyped.length,
        });
      }
    }
    return found;
  }

  private matchPhrases(text: string): Match[] {
    const hits: Match[] = [];
    const search = (index: PhraseIndex, phrases: readonly Phrase[], form: string): void => {
      if (phrases.length === 0) return;
      index.search(form, (number) => {
        const met = phrases[number];
        if (met === undefined) return;
        const { prepared, phrase } = met;
        if (prepared.command.trigger.wholeMessage && phrase !== form) return;
        const { length } = phrase;
        if (hits.some((hit) => hit.prepared === prepared && hit.length >= length)) return;
        const by = `the phrase “${phrase}”`;
        hits.push({ prepared, by, typed: text.trim(), groups: {}, kind: 'phrase', length });
      });
    };
    search(this.folded, this.phrases, phraseForm(text, false));
    search(this.exactIndex, this.exact, phraseForm(text, true));
    return hits;
  }

  private matchPatterns(text: string): Match[] {
    if (this.set === undefined) return [];
    return this.set.match(text).flatMap((number) => {
      const prepared = this.patterns[number];
      if (prepared === undefined) return [];
      const { pattern: source, matchCase } = prepared.command.trigger;
      const compiled = compilePattern(source, matchCase);
      if (!('pattern' in compiled)) return [];
      const matcher = compiled.pattern.matcher(text);
      if (!matcher.find()) return [];
      const groups = Object.fromEntries(
        groupNames(compiled.pattern).map((name) => [name, matcher.group(name) ?? '']),
      );
      return [
        {
          prepared,
          by: `the pattern ${source}`,
          typed: text.trim(),
          groups,
          kind: 'pattern' as const,
          length: 0,
        },
      ];
    });
  }
}

/** Matches in the order in which they hold: what is on first, then by kind, then the longest. Stable. */
export function byRank(found: readonly Match[]): Match[] {
  return [...found].sort(
    (a, b) =>
      Number(isOff(a)) - Number(isOff(b)) ||
      RANKS.indexOf(a.kind) - RANKS.indexOf(b.kind) ||
      b.length - a.length,
  );
}

function isOff({ prepared }: Match): boolean {
  return !prepared.command.enabled || prepared.fault !== undefined;
}

function patternSet(patterns: readonly PreparedCommand[]): RE2Set | undefined {
  if (patterns.length === 0) return undefined;
  const set = new RE2Set();
  for (const { command } of patterns)
    set.add(command.trigger.matchCase ? command.trigger.pattern : `(?i)${command.trigger.pattern}`);
  set.compile();
  return set;
}
