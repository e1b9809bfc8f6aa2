import { type Step, STEP_KINDS } from '../channel/index.js';
import { BLANK_COMMAND, STARTERS, type CommandBody, type Gates, type Input } from '../commands/index.js';
import { BLANK_ROUTINE, routineOf } from '../routines/index.js';
import { BUNDLE_FORMAT, BUNDLE_VERSION, NO_ITEMS, type Bundle, type ItemKind } from './bundle.js';
import { queueCommands } from './queue-set.js';

/** Several things made for one another, that ship with Gully and are taken in like any bundle. */
export interface StarterSet {
  readonly id: string;
  readonly bundle: Bundle;
}

function input(name: string, type: Input['type'], optional = false): Input {
  return { name, type, optional, least: null, most: null, choices: [], pattern: '' };
}
const say = (text: string): Step => ({ ...STEP_KINDS.say.blank('say'), texts: [text] });
/** What was done, or why it could not be. */
const told = (done: string): Step =>
  say(`{% if remembered.failure %}{{ viewer.name }}, {{ remembered.failure }}.{% else %}${done}{% endif %}`);

const HELPERS: Partial<Gates> = { lowestRole: 'moderator', cooldown: 0, viewerCooldown: 0 };

function command(
  name: string,
  group: string,
  gates: Partial<Gates>,
  inputs: readonly Input[],
  steps: readonly Step[],
): CommandBody {
  return {
    ...BLANK_COMMAND,
    group,
    trigger: { ...BLANK_COMMAND.trigger, name },
    gates: { ...BLANK_COMMAND.gates, ...gates },
    inputs,
    routine: routineOf(steps),
  };
}

function bundle(title: string, note: string, parts: Partial<Pick<Bundle, ItemKind>>): Bundle {
  const about = {
    title,
    author: 'Gully',
    note,
    questions: [],
  };
  return { format: BUNDLE_FORMAT, version: BUNDLE_VERSION, ...about, ...NO_ITEMS, files: {}, ...parts };
}

const QUOTES = 'Quotes';
const goOn = { ifFails: 'go-on' } as const;
const QUOTE_BOOK = bundle(
  'Quote book',
  'Anybody asks for a quote, by number, by a word in it, or for any; moderators add and take out. The list stays yours to edit.',
  {
    lists: [{ name: QUOTES, lines: ['Nobody is lost until the soup is cold.'] }],
    commands: [
      command(
        'quote',
        QUOTES,
        { cooldown: 10 },
        [input('which', 'text', true)],
        [
          {
            ...STEP_KINDS['find-line'].blank('find'),
            ...goOn,
            which: '{{ input.which }}',
            list: QUOTES,
            name: 'quote',
          },
          told('{{ remembered.quote_number }}: {{ remembered.quote }}'),
        ],
      ),
      command(
        'quote add',
        QUOTES,
        HELPERS,
        [input('words', 'text')],
        [
          { ...STEP_KINDS['add-line'].blank('add'), ...goOn, text: '{{ input.words }}', list: QUOTES },
          told('Kept as number {{ list.quotes.lines }}.'),
        ],
      ),
      command(
        'quote drop',
        QUOTES,
        HELPERS,
        [input('which', 'text')],
        [
          {
            ...STEP_KINDS['take-line'].blank('take'),
            ...goOn,
            which: '{{ input.which }}',
            list: QUOTES,
            name: 'quote',
          },
          told('Removed, number {{ remembered.quote_number }}: {{ remembered.quote }}'),
        ],
      ),
    ],
  },
);

const COMMANDS = 'Commands from chat';
const NAME = input('name', 'word');
const act = (does: 'add' | 'change' | 'remove', done: string): readonly Step[] => [
  {
    ...STEP_KINDS.command.blank('act'),
    ...goOn,
    does,
    named: '{{ input.name }}',
    text: does === 'remove' ? '' : '{{ input.words }}',
  },
  told(done),
];
const FROM_CHAT = bundle(
  COMMANDS,
  'Moderators add, change and delete commands that say one text, while they chat. What does more is made in Gully alone; each use stands in the activity.',
  {
    commands: [
      command(
        'command add',
        COMMANDS,
        HELPERS,
        [NAME, input('words', 'text')],
        act('add', 'Added {{ input.name }}.'),
      ),
      command(
        'command change',
        COMMANDS,
        HELPERS,
        [NAME, input('words', 'text')],
        act('change', 'Changed {{ input.name }}.'),
      ),
      command('command drop', COMMANDS, HELPERS, [NAME], act('remove', 'Deleted {{ input.name }}.')),
    ],
  },
);

const CURRENCY = 'Currency commands';
/** The starters that are made for one another. */
const OF_CURRENCY = new Set(['balance', 'give', 'top', 'earn', 'award', 'fine']);
const FOR_CURRENCY = bundle(
  CURRENCY,
  'Viewers see what they have and give to each other; moderators award and take. All of them call the currency what it is called in its settings.',
  {
    commands: STARTERS.filter(({ id }) => OF_CURRENCY.has(id)).map(({ body }) => ({
      ...body,
      group: 'Currency',
    })),
  },
);

const QUEUE = 'Queue';
const FOR_QUEUE = bundle(
  'Queue commands',
  'Viewers join, look up their place and answer their call; moderators call, send to the front and close. Set up a queue under Queues, then take them in.',
  { commands: queueCommands((name, gates, inputs, steps) => command(name, QUEUE, gates, inputs, steps)) },
);

const FOR_OUTPUTS = bundle(
  'Files for streaming software',
  'Text files that are kept up to date: the category with the time it has been live, the five who have the most, and who followed last.',
  {
    outputs: [
      { name: 'now', text: '{{ stream.category }} · {{ stream.uptime }}' },
      { name: 'top-five', text: '{{ currency.top }}' },
    ],
    routines: [
      {
        ...BLANK_ROUTINE,
        name: 'Last follower',
        group: 'Outputs',
        triggers: [{ id: 'follow', event: 'follow', least: 0, lowestRole: 'viewer', viewers: [] }],
        routine: routineOf([
          { ...STEP_KINDS.output.blank('file'), file: 'last-follower', text: '{{ viewer.name }}' },
        ]),
      },
    ],
  },
);

/** All sets, in the order they are offered. */
export const STARTER_SETS: readonly StarterSet[] = [
  { id: 'quotes', bundle: QUOTE_BOOK },
  { id: 'commands', bundle: FROM_CHAT },
  { id: 'currency', bundle: FOR_CURRENCY },
  { id: 'queue', bundle: FOR_QUEUE },
  { id: 'outputs', bundle: FOR_OUTPUTS },
];
