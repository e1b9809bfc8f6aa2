import type { Step } from '@gully/core/channel';
import {
  BLANK_COMMAND,
  STARTERS,
  type CommandBody,
  type Gates,
  type Input,
  type Trigger,
} from '@gully/core/commands';
import { commandForGame } from '@gully/core/games';
import { commandFor } from '@gully/core/rewards';
import { STARTER_SETS } from '@gully/core/bundles';
import { routineOf, sayOnly, withReferences } from '@gully/core/routines';
import { CAMPFIRE, QUOTES } from '../../lists/demo/index.js';
import { GAME_WORDS } from './game-words.js';
import { REWARD_WORDS } from './reward-words.js';
import { NOTICE_ID, onlyIf } from '../../routines/demo/index.js';

const says = (id: string, text: string): Step => ({ kind: 'say', id, texts: [text], order: 'random' });

interface DemoCommand {
  readonly season: number;
  readonly body: CommandBody;
}

interface Given {
  readonly group: string;
  /** how often it was used before the evenings that are played */
  readonly season: number;
  readonly trigger: Partial<Trigger>;
  readonly text?: string;
  readonly steps?: readonly Step[];
  readonly gates?: Partial<Gates>;
  readonly inputs?: readonly Input[];
  readonly enabled?: boolean;
}

const WHO: Input = {
  name: 'who',
  type: 'viewer',
  optional: true,
  least: null,
  most: null,
  choices: [],
  pattern: '',
};
const CHANNEL: Input = {
  ...WHO,
  name: 'channel',
  type: 'word',
  optional: false,
  pattern: '@?[A-Za-z0-9_-]{2,30}',
};
const OPTIONS: Input = { ...WHO, name: 'options', type: 'text', optional: false, most: 200 };
const CAVE = 'The cave';
const EVENING = 'The evening';
const HELP = 'Asked often';
const EARN = 'Flint';
const SHOP = 'Rewards';

/** The commands of the demo's channel. */
const GIVEN: readonly Given[] = [
  {
    group: CAVE,
    season: 1_204,
    trigger: { name: 'map', aliases: ['survey'], phrases: ['where are we'] },
    text: '{{ viewer.name }}, the survey so far: maps.lanternhour.example/wet-series',
  },
  {
    group: CAVE,
    season: 388,
    trigger: { name: 'depth', aliases: ['deep'] },
    gates: { cooldown: 20, viewerCooldown: 60 },
    steps: [
      {
        kind: 'counter',
        id: 'change',
        counter: 'depth',
        change: 'typed',
        amount: 1,
        lowestRole: 'moderator',
      },
      {
        kind: 'say',
        id: 'tell',
        order: 'random',
        texts: [
          'We are {{ counter.depth }} m below the meadow, {{ stream.uptime }} in. Deepest this season: {{ counter.depth.most }} m.',
        ],
      },
    ],
  },
  {
    group: CAVE,
    season: 611,
    trigger: { name: 'kit' },
    text: 'Odalys carries a 9 mm rope, two lamps, a brass compass, wet-proof paper and one soup.',
  },
  {
    group: CAVE,
    season: 233,
    trigger: { name: 'rope', aliases: ['knot'] },
    text: 'Tonight’s knot is the alpine butterfly. It holds from three sides and forgives wet hands.',
  },
  {
    group: CAVE,
    season: 318,
    trigger: { name: 'wet', aliases: ['boots'] },
    gates: { cooldown: 20 },
    text: 'Wet boots so far this season: {{ command.uses }}. {{ viewer.name }} saw this one.',
  },
  {
    group: CAVE,
    season: 97,
    trigger: { name: 'lake' },
    gates: { cooldown: 30, when: { live: 'live', categories: ['Underledge'], from: '', to: '' } },
    text: 'The lake behind the draught: nobody has stood at it yet. {{ command.uses }} have asked.',
  },
  {
    group: CAVE,
    season: 121,
    trigger: { name: 'lamp' },
    text: 'Carbide smells, electric fails, candles are honest. {{ viewer.name }} is number {{ command.uses }} to argue about it.',
  },
  {
    group: EVENING,
    season: 507,
    trigger: { name: 'question' },
    gates: { cooldown: 60, refusals: { cooldown: 'Let the last one breathe: {{ refused.wait }} more.' } },
    steps: [
      { kind: 'draw', id: 'draw', list: CAMPFIRE.id, order: 'bag', name: 'question', ifFails: 'stop' },
      { kind: 'say', id: 'ask', texts: ['Campfire question: {{ remembered.question }}'], order: 'random' },
    ],
  },
  {
    group: EVENING,
    season: 61,
    trigger: { name: 'word' },
    inputs: [{ ...WHO, name: 'word', type: 'text', most: 60 }],
    steps: [
      onlyIf(
        'asked',
        { value: 'input.word', comparison: 'is-empty', against: '' },
        [
          onlyIf(
            'known',
            { value: 'remembered.word', comparison: 'is-empty', against: '' },
            [says('none', '{{ viewer.name }}, you have no rope word yet. Give one with !word lantern')],
            [says('told', '{{ viewer.name }}, your rope word is “{{ remembered.word }}”.')],
          ),
        ],
        [
          onlyIf(
            'gone',
            { value: 'input.word', comparison: 'is', against: 'forget' },
            [
              { kind: 'forget', id: 'forget', name: 'word', span: 'viewer' },
              says('forgot', 'Forgotten, {{ viewer.name }}. The rope knows nothing.'),
            ],
            [
              { kind: 'remember', id: 'keep', name: 'word', text: '{{ input.word }}', span: 'viewer' },
              says('kept', 'The rope remembers, {{ viewer.name }}: “{{ remembered.word }}”.'),
            ],
          ),
        ],
      ),
    ],
  },
  {
    group: 'On the rope',
    season: 38,
    trigger: { name: 'moment' },
    gates: { cooldown: 30 },
    steps: [{ kind: 'run', id: 'notice', routine: NOTICE_ID, ifFails: 'go-on' }],
  },
  {
    group: EVENING,
    season: 942,
    trigger: { name: 'lurk', aliases: ['away'] },
    gates: { viewerCooldown: 600 },
    text: '{{ viewer.name }} sits down by the fire and listens.',
  },
  {
    group: EVENING,
    season: 276,
    trigger: { name: 'thursday', aliases: ['mapnight', 'map night'] },
    text: 'Map night is every Thursday at 20:00. Bring a pencil, we draw what we found.',
  },
  {
    group: EVENING,
    season: 455,
    trigger: { name: 'hug' },
    text: '{{ viewer.name }} hugs {{ input.all | default: "everyone on the rope" }}.',
  },
  {
    group: EVENING,
    season: 214,
    trigger: { name: 'uptime', phrases: ['how long have you been live'] },
    text: '{% if stream.live %}We went below {{ stream.uptime }} ago.{% else %}The lantern is out; nobody is below.{% endif %}',
  },
  {
    group: EVENING,
    season: 166,
    trigger: { name: 'watched', aliases: ['hours'] },
    inputs: [WHO],
    text: '{{ target.name }} has sat by the rope for {{ target.watch_time }}.',
  },
  {
    group: EVENING,
    season: 0,
    trigger: { phrases: ['good evening', 'evening all'] },
    gates: { cooldown: 120, viewerCooldown: 3_600 },
    text: 'Good evening, {{ viewer.name }}. Mind the first step.',
  },
  {
    group: EVENING,
    season: 71,
    enabled: false,
    trigger: { name: 'soup' },
    text: 'Tonight’s supper is leek and barley. It is always leek and barley.',
  },
  {
    group: HELP,
    season: 388,
    trigger: { name: 'rules', aliases: ['roperules'] },
    text: 'Rope rules: check your knots, speak kindly, no links without asking, and never spoil a passage.',
  },
  {
    group: HELP,
    season: 149,
    trigger: { name: 'underledge', aliases: ['game'] },
    text: 'Underledge is four cavers on one rope. If one slips, all feel it.',
  },
  {
    group: HELP,
    season: 58,
    trigger: { name: 'dash' },
    text: 'Dripstone Dash: three laps, no brakes, mind the stalagmites.',
  },
  {
    group: HELP,
    season: 83,
    trigger: { name: 'draw' },
    text: 'Drawings of the cave go to post.lanternhour.example. The best hang in the hall on Thursday.',
  },
  {
    group: HELP,
    season: 64,
    trigger: { name: 'first' },
    gates: { viewerCooldown: 3_600 },
    text: 'First time below? Welcome, {{ viewer.name }}. Say !map to see where we are.',
  },
  {
    group: HELP,
    season: 12,
    trigger: { pattern: String.raw`\bwhere is (?:the |my )?(?P<thing>lamp|rope|soup|map)\b` },
    gates: { cooldown: 60 },
    text: 'The {{ input.thing }} is wherever you took your gloves off, {{ viewer.name }}.',
  },
  {
    group: HELP,
    season: 44,
    trigger: { name: 'pick' },
    inputs: [OPTIONS],
    text: '{{ viewer.name }}, the compass points to: {{ input.options | replace: " or ", "," | pick }}.',
  },
  {
    group: 'On the rope',
    season: 22,
    trigger: { name: 'shout' },
    gates: { lowestRole: 'moderator', cooldown: 0, viewerCooldown: 0 },
    inputs: [CHANNEL],
    text: 'Go and see {{ input.channel | remove: "@" }} too, they found the north entrance with us.',
  },
  {
    group: 'On the rope',
    season: 31,
    trigger: { name: 'backstage' },
    gates: {
      lowestRole: 'subscriber',
      refusals: { who: '{{ viewer.name }}, the recordings are for subscribers.' },
    },
    text: '{{ viewer.name }}, the rope-side recordings are at club.lanternhour.example',
  },
  {
    group: 'On the rope',
    season: 12,
    trigger: { name: 'still' },
    gates: { lowestRole: 'moderator', cooldown: 60, viewerCooldown: 0 },
    text: 'Quiet on the rope, please. We listen for water.',
  },
  {
    group: 'On the rope',
    season: 9,
    trigger: { name: 'anchor' },
    gates: {
      lowestRole: 'streamer',
      always: [{ name: 'quillrush', viewer: null }],
      cooldown: 0,
      viewerCooldown: 0,
    },
    text: 'quillrush has checked the anchor. It holds; it always holds.',
  },
];

/** What the set brings, under the names the channel gave them. */
const FLINT_COMMANDS = (STARTER_SETS.find(({ id }) => id === 'currency')?.bundle.commands ?? []).map(
  ({ trigger, ...body }) => ({
    ...body,
    group: EARN,
    trigger: trigger.name === 'balance' ? { ...trigger, name: 'flint' } : trigger,
  }),
);
const QUOTE_BOOK = STARTER_SETS.find(({ id }) => id === 'quotes')?.bundle.commands ?? [];
/** The quote book as it ships, with how often each was used before. */
const QUOTING = QUOTE_BOOK.map((body, n) => ({
  season: [206, 41, 3][n] ?? 0,
  body: { ...body, routine: { ...body.routine, steps: withReferences(body.routine.steps, () => QUOTES.id) } },
}));

/** The words games are played with. */
const PLAYING: readonly DemoCommand[] = Object.entries(GAME_WORDS).map(([game, word]) => ({
  season: 0,
  body: commandForGame(game, word),
}));

/** The words rewards are redeemed by, with how often each was used before. */
const REDEEMING: readonly DemoCommand[] = [
  ...Object.entries(REWARD_WORDS).map(([reward, word]) => ({
    season: 0,
    body: { ...commandFor(reward, word), group: SHOP },
  })),
  ...STARTERS.filter(({ id }) => id === 'redeem' || id === 'rewards').map(({ body }) => ({
    season: 0,
    body: { ...body, group: SHOP },
  })),
];

/** The queue’s commands as they ship. */
const QUEUE_COMMANDS = STARTER_SETS.find(({ id }) => id === 'queue')?.bundle.commands ?? [];

const OWN = GIVEN.map(
  ({ group, season, trigger, text = '', steps, gates, inputs = [], enabled = true }): DemoCommand => ({
    season,
    body: {
      group,
      enabled,
      trigger: { ...BLANK_COMMAND.trigger, ...trigger },
      gates: { ...BLANK_COMMAND.gates, ...gates },
      inputs,
      routine: steps === undefined ? sayOnly(text) : routineOf(steps),
    },
  }),
);

export const DEMO_COMMANDS: readonly DemoCommand[] = [
  ...OWN,
  ...QUOTING,
  ...PLAYING,
  ...REDEEMING,
  ...[...FLINT_COMMANDS, ...QUEUE_COMMANDS].map((body) => ({ season: 0, body })),
];
