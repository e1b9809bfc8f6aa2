import {
  IF_FAILS,
  type MayFail,
  type Outcome,
  type StepBase,
  type StepKindOf,
  type StepRunOf,
} from '../area/index.js';
import type { DrawOrder } from '../random/index.js';
import { stripControls } from '../text/index.js';
import { drawLine } from './draw-line.js';
import { LINE_LIMIT } from './list.js';
import type { ListsTypes } from './types.js';
import { lineNumbered, lineSaying, lineWith, noSuchLine } from './which-line.js';

type Run = StepRunOf<ListsTypes>;

/** Draws a line of a list and remembers it for this run. */
export interface DrawStep extends StepBase, MayFail {
  readonly kind: 'draw';
  /** the list's id */
  readonly list: string;
  readonly order: DrawOrder;
  /** the word it is then known by: `remembered.question` */
  readonly name: string;
}

/** Finds a line of a list by its number or by words in it, and remembers it for this run. */
export interface FindLineStep extends StepBase, MayFail {
  readonly kind: 'find-line';
  /** Liquid that comes to a number or words; nothing for any line */
  readonly which: string;
  readonly list: string;
  readonly name: string;
}
/** Adds a line to a list. */
export interface AddLineStep extends StepBase, MayFail {
  readonly kind: 'add-line';
  /** Liquid */
  readonly text: string;
  readonly list: string;
}
/** Takes a line out of a list, and remembers for this run what it was. */
export interface TakeLineStep extends StepBase, MayFail {
  readonly kind: 'take-line';
  /** Liquid that comes to a number or the whole line */
  readonly which: string;
  readonly list: string;
  readonly name: string;
}

const LIST = { as: 'reference', to: 'list', label: 'List' } as const;
const NAME = { as: 'word', label: 'The word it is known by', of: 'remembered' } as const;
const GONE = 'there is no such list';

/** What a line is known by beside its word: its number in the list. */
export const numberWord = (name: string): string => `${name}_number`;

/** Why only its buyer may see a line of a list; undefined for a list that is not sold. */
function soldFault({ world }: Run, list: string): string | undefined {
  const reward = world.rewards.all().find(({ terms }) => terms.gives === 'line' && terms.list === list);
  return reward === undefined
    ? undefined
    : `${reward.terms.name} hands out the lines of that list, one to each buyer`;
}

/** Draws a line of a list; undefined when there is none to draw. */
function drawnFrom(
  run: Run,
  id: string,
  order: DrawOrder,
): { readonly text: string; readonly place: number } | undefined {
  const list = run.world.lists.find(id);
  const line = list === undefined ? undefined : drawLine(list, order, run.world.chance);
  if (list === undefined || line === undefined) return undefined;
  if (line.change !== undefined) run.change(line.change);
  run.note(`${run.name}: drew from ${list.name}`, `line ${String(line.place + 1)} of ${String(list.size)}`);
  return line;
}

/** Remembers a line for this run, with its number. */
function keep(run: Run, name: string, text: string, place: number): Outcome {
  run.remember('run', name, text);
  run.remember('run', numberWord(name), String(place + 1));
  return undefined;
}

const draw: StepKindOf<ListsTypes, DrawStep> = {
  kind: 'draw',
  group: 'Remember',
  verb: 'Draw',
  means: 'a line of a list, for later steps',
  words: ['list', 'random', 'question', 'line', 'pick'],
  blanks: {
    list: LIST,
    order: {
      as: 'choice',
      label: 'Which line',
      options: { bag: 'a line not drawn yet this round', turn: 'the next line', random: 'any line' },
    },
    name: NAME,
    ifFails: IF_FAILS,
  },
  line: () => [
    { blank: 'order' },
    'from',
    { blank: 'list' },
    'as',
    { blank: 'name' },
    'if there is none,',
    { blank: 'ifFails' },
  ],
  blank: (id) => ({ kind: 'draw', id, list: '', order: 'bag', name: 'line', ifFails: 'go-on' }),
  remembers: ({ name }) => [numberWord(name)],
  run({ list, order, name, ifFails }, run) {
    const sold = soldFault(run, list);
    if (sold !== undefined) return { failed: sold, stop: ifFails === 'stop' };
    const drawn = drawnFrom(run, list, order);
    if (drawn !== undefined) return keep(run, name, drawn.text, drawn.place);
    return {
      failed: run.world.lists.find(list) === undefined ? GONE : 'the list is empty',
      stop: ifFails === 'stop',
    };
  },
};

const findLine: StepKindOf<ListsTypes, FindLineStep> = {
  kind: 'find-line',
  group: 'Remember',
  verb: 'Find',
  means: 'a line of a list by its number or by words in it; with nothing asked for, any',
  words: ['list', 'search', 'quote', 'line', 'number', 'look up'],
  blanks: {
    which: { as: 'text', label: 'Which line', example: '{{ input.which }}', most: 500 },
    list: LIST,
    name: NAME,
    ifFails: IF_FAILS,
  },
  line: () => [
    { blank: 'which' },
    'in',
    { blank: 'list' },
    'as',
    { blank: 'name' },
    'if there is none,',
    { blank: 'ifFails' },
  ],
  blank: (id) => ({ kind: 'find-line', id, which: '', list: '', name: 'line', ifFails: 'go-on' }),
  remembers: ({ name }) => [numberWord(name)],
  run({ which: source, list: id, name, ifFails }, run) {
    const stop = ifFails === 'stop';
    const list = run.world.lists.find(id);
    if (list === undefined) return { failed: GONE, stop };
    const sold = soldFault(run, id);
    if (sold !== undefined) return { failed: sold, stop };
    const which = run.render(source).text.trim();
    if (which === '') {
      const drawn = drawnFrom(run, id, 'bag');
      return drawn === undefined
        ? { failed: noSuchLine(list, which), stop }
        : keep(run, name, drawn.text, drawn.place);
    }
    const place = /^#?\s*\d+$/u.test(which)
      ? lineNumbered(list, which)
      : lineWith(list, which, run.world.chance);
    if (place === undefined) return { failed: noSuchLine(list, which), stop };
    run.note(
      `${run.name}: found in ${list.name}`,
      `line ${String(place + 1)} of ${String(list.size)}`,
      'passed',
    );
    return keep(run, name, list.line(place) ?? '', place);
  },
};

const addLine: StepKindOf<ListsTypes, AddLineStep> = {
  kind: 'add-line',
  group: 'Remember',
  verb: 'Add',
  means: 'a line to a list',
  words: ['list', 'quote', 'line', 'append', 'collect', 'write'],
  blanks: {
    text: { as: 'text', label: 'The line', example: '{{ input.text }}', most: 2_000 },
    list: LIST,
    ifFails: IF_FAILS,
  },
  line: () => [{ blank: 'text' }, 'to', { blank: 'list' }, 'if it cannot be,', { blank: 'ifFails' }],
  blank: (id) => ({ kind: 'add-line', id, text: '', list: '', ifFails: 'stop' }),
  run({ text: source, list: id, ifFails }, run) {
    const stop = ifFails === 'stop';
    const list = run.world.lists.find(id);
    if (list === undefined) return { failed: GONE, stop };
    const text = stripControls(run.render(source).text).trim();
    if (text === '') return { failed: 'there is nothing to add', stop };
    if (text.length > LINE_LIMIT)
      return { failed: `a line has at most ${String(LINE_LIMIT)} characters`, stop };
    if (lineSaying(list, text) !== undefined) return { failed: `${list.name} has that line already`, stop };
    return { ask: { kind: 'line', does: 'add', list: id, of: list.name, place: list.size, text }, stop };
  },
};

const takeLine: StepKindOf<ListsTypes, TakeLineStep> = {
  kind: 'take-line',
  group: 'Remember',
  verb: 'Take out',
  means: 'a line of a list, by its number or by all its words',
  words: ['list', 'quote', 'line', 'remove', 'delete', 'drop'],
  blanks: {
    which: { as: 'text', label: 'Which line', example: '{{ input.which }}', most: 2_000 },
    list: LIST,
    name: NAME,
    ifFails: IF_FAILS,
  },
  line: () => [
    { blank: 'which' },
    'of',
    { blank: 'list' },
    ', known as',
    { blank: 'name' },
    'if there is none,',
    { blank: 'ifFails' },
  ],
  blank: (id) => ({ kind: 'take-line', id, which: '', list: '', name: 'line', ifFails: 'stop' }),
  remembers: ({ name }) => [numberWord(name)],
  run({ which: source, list: id, name, ifFails }, run) {
    const stop = ifFails === 'stop';
    const list = run.world.lists.find(id);
    if (list === undefined) return { failed: GONE, stop };
    const sold = soldFault(run, id);
    if (sold !== undefined) return { failed: sold, stop };
    const which = run.render(source).text.trim();
    const place = lineNumbered(list, which) ?? lineSaying(list, which);
    if (which === '' || place === undefined) return { failed: noSuchLine(list, which), stop };
    const text = list.line(place) ?? '';
    keep(run, name, text, place);
    return { ask: { kind: 'line', does: 'take', list: id, of: list.name, place, text }, stop };
  },
};

export const LIST_STEPS = { draw, 'find-line': findLine, 'add-line': addLine, 'take-line': takeLine };
