import { foldName } from '../text/index.js';
import { closed, flag, listOf, oneOf, orNull, ref, text, type ThingShape } from '../things/index.js';
import { consequenceFault, type Consequence } from './consequence.js';
import { phraseFault, PHRASES_LIMIT, type BlockedPhrase } from './filters/phrases.js';
import { CONSEQUENCE_SCHEMA } from './schema.js';

/** One blocked phrase or pattern of a group. */
export type PhraseEntry = Omit<BlockedPhrase, 'group'>;

/** Blocked phrases that belong together. */
export interface PhraseGroupBody {
  readonly name: string;
  readonly enabled: boolean;
  /** what one of them leads to; null for what the ladder says. An entry’s own goes before it */
  readonly consequence: Consequence | null;
  readonly entries: readonly PhraseEntry[];
}

export const GROUPS_LIMIT = 100;
const NAME_LIMIT = 60;
const NOTE_LIMIT = 300;

export const BLANK_GROUP: PhraseGroupBody = { name: '', enabled: true, consequence: null, entries: [] };

/** A new entry: text, as whole words, through look-alikes. */
export function entryOf(text: string, more: Partial<PhraseEntry> = {}): PhraseEntry {
  return {
    id: text.slice(0, 100),
    text,
    kind: 'text',
    wholeWords: true,
    exact: false,
    consequence: null,
    note: '',
    ...more,
  };
}

export function phraseGroupBody({ name, enabled, consequence, entries }: PhraseGroupBody): PhraseGroupBody {
  return { name, enabled, consequence, entries };
}

export const PHRASE_GROUP_THING: ThingShape<PhraseGroupBody> = {
  one: 'phrase-group',
  many: 'phrase-groups',
  bodyOf: phraseGroupBody,
  nameOf: ({ name }) => name,
  named: (body, name) => ({ ...body, name }),
  referencesOf: () => [],
  withReferences: (body) => body,
  portable: (body) => body,
  schema: {
    name: 'PhraseGroup',
    most: GROUPS_LIMIT,
    defs: {
      PhraseGroup: closed({
        name: text(60),
        enabled: flag,
        consequence: orNull(ref('Consequence')),
        entries: listOf(
          closed({
            id: text(200),
            text: text(1_000),
            kind: oneOf(['text', 'pattern']),
            wholeWords: flag,
            exact: flag,
            consequence: orNull(ref('Consequence')),
            note: text(300),
          }),
          PHRASES_LIMIT,
        ),
      }),
      Consequence: CONSEQUENCE_SCHEMA,
    },
  },
  textsOf: () => [],
};

/** What is wrong with a group, by place: `name`, `entries.3`. */
export function phraseGroupFaults(
  { name, consequence, entries }: PhraseGroupBody,
  others: readonly Pick<PhraseGroupBody, 'name'>[],
): Record<string, string> {
  const faults: Record<string, string> = {};
  const folded = foldName(name.trim());
  if (folded === '') faults.name = 'Give the group a name';
  else if (name.length > NAME_LIMIT) faults.name = `At most ${String(NAME_LIMIT)} characters`;
  else if (others.some((each) => foldName(each.name.trim()) === folded))
    faults.name = `There is a group called ${name.trim()} already`;
  const own = consequence === null ? undefined : consequenceFault(consequence);
  if (own !== undefined) faults.consequence = own;
  if (entries.length > PHRASES_LIMIT)
    faults.entries = `At most ${PHRASES_LIMIT.toLocaleString('en')} phrases`;
  for (const [at, entry] of entries.entries()) {
    const fault = phraseEntryFault(entry);
    if (fault !== undefined) faults[`entries.${String(at)}`] = fault;
  }
  return faults;
}

/** What is wrong with a phrase, in words. */
export function phraseEntryFault(entry: PhraseEntry): string | undefined {
  const { consequence, note } = entry;
  if (note.length > NOTE_LIMIT) return `A note has at most ${String(NOTE_LIMIT)} characters`;
  return phraseFault(entry) ?? (consequence === null ? undefined : consequenceFault(consequence));
}

/** The phrases of a group as the filter looks for them. */
export function blockedBy({ name, consequence, entries }: PhraseGroupBody): BlockedPhrase[] {
  return entries.map((entry) => ({ ...entry, group: name, consequence: entry.consequence ?? consequence }));
}

/** Entries from plain text, one on a line; a line between slashes is a pattern. */
export function entriesFromText(text: string): PhraseEntry[] {
  return text
    .split(/\r?\n/u)
    .map((line) => line.trim())
    .filter((line) => line !== '')
    .map((line) => {
      const pattern = /^\/(.+)\/$/u.exec(line)?.[1];
      return pattern === undefined ? entryOf(line) : entryOf(pattern, { kind: 'pattern' });
    });
}

/** The same as plain text. */
export function entriesAsText(entries: readonly PhraseEntry[]): string {
  return entries.map(({ kind, text }) => `${kind === 'pattern' ? `/${text}/` : text}\n`).join('');
}
