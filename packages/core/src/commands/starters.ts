import { type Step, STEP_KINDS, type StepOf } from '../channel/index.js';
import { NAMED_TIMER } from '../timers/index.js';
import { routineOf, sayOnly, type CounterStep, type Routine, type SayStep } from '../routines/index.js';
import { BLANK_COMMAND, type CommandBody, type Gates, type Trigger } from './command.js';
import type { Input, InputType } from './input.js';

/** A ready-made command to begin from. It works as it is. */
export interface Starter {
  readonly id: string;
  /** what it is for, in a few words */
  readonly what: string;
  readonly body: CommandBody;
}

interface Parts {
  readonly trigger: Partial<Trigger>;
  readonly says?: readonly string[];
  readonly order?: SayStep['order'];
  readonly counter?: Omit<CounterStep, 'kind' | 'id'>;
  readonly inputs?: readonly Input[];
  readonly gates?: Partial<Gates>;
  /** done before anything is said */
  readonly first?: Step;
  /** done after that */
  readonly last?: Step;
}

function input(name: string, type: InputType, more: Partial<Input> = {}): Input {
  return { name, type, optional: false, least: null, most: null, choices: [], pattern: '', ...more };
}

function starter(id: string, what: string, parts: Parts): Starter {
  const { trigger, gates = {}, inputs = [] } = parts;
  return {
    id,
    what,
    body: {
      ...BLANK_COMMAND,
      trigger: { ...BLANK_COMMAND.trigger, ...trigger },
      gates: { ...BLANK_COMMAND.gates, ...gates },
      inputs,
      routine: routineFor(parts),
    },
  };
}

function routineFor({ says = [], order = 'bag', counter, first, last }: Parts): Routine {
  if (counter === undefined && first === undefined && says.length === 1) return sayOnly(says[0] ?? '');
  return routineOf([
    ...(first === undefined ? [] : [first]),
    ...(counter === undefined ? [] : [{ ...counter, kind: 'counter' as const, id: 'count' }]),
    ...(says.length === 0 ? [] : [{ kind: 'say' as const, id: 'say', texts: says, order }]),
    ...(last === undefined ? [] : [last]),
  ]);
}

/** What moderators do in a hurry waits for nothing. */
const FOR_MODERATORS: Partial<Gates> = { lowestRole: 'moderator', cooldown: 0, viewerCooldown: 0 };

function timerStep(does: StepOf<'timer'>['does']): Step {
  return {
    kind: 'timer',
    id: 'timer',
    does,
    timer: NAMED_TIMER,
    named: '{{ input.timer }}',
    ifFails: 'stop',
  };
}

export const STARTERS: readonly Starter[] = [
  starter('uptime', 'how long the stream has run', {
    trigger: { name: 'uptime', phrases: ['how long have you been live'] },
    says: [
      '{% if stream.live %}We went below {{ stream.uptime }} ago.{% else %}The lantern is out; nobody is below.{% endif %}',
    ],
  }),
  starter('following', 'how long someone has followed', {
    trigger: { name: 'following' },
    inputs: [input('who', 'viewer', { optional: true })],
    says: [
      '{% if target.followed_since %}{{ target.name }} has followed the lantern for {{ target.followed_since | ago }}.{% else %}{{ target.name }} does not follow yet, or not that we know.{% endif %}',
    ],
  }),
  starter('watched', 'how long someone has watched', {
    trigger: { name: 'watched', aliases: ['hours'] },
    inputs: [input('who', 'viewer', { optional: true })],
    says: [
      '{{ target.name }} has sat by the rope for {{ target.watch_time }}, and wrote {{ target.messages | amount: "line", "lines" }}.',
    ],
  }),
  starter('lurk', 'away, and staying to listen', {
    trigger: { name: 'lurk', aliases: ['away'] },
    gates: { viewerCooldown: 600 },
    says: [
      '{{ viewer.name }} sits down by the fire and listens.',
      '{{ viewer.name }} turns the lamp low and leans back.',
      '{{ viewer.name }} minds the rope for a while, quietly.',
    ],
  }),
  starter('back', 'back again', {
    trigger: { name: 'back' },
    gates: { viewerCooldown: 300 },
    says: ['{{ viewer.name }} climbs back up to the fire. Soup is still warm.'],
  }),
  starter('links', 'where else to find the channel', {
    trigger: { name: 'links', aliases: ['find us'] },
    gates: { cooldown: 30 },
    says: ['Maps: maps.lanternhour.example. Talk: camp.lanternhour.example. Nothing else is ours.'],
  }),
  starter('shout', 'a shout-out for another channel', {
    trigger: { name: 'shout' },
    gates: { lowestRole: 'moderator', cooldown: 0, viewerCooldown: 0 },
    inputs: [input('channel', 'word', { pattern: '@?[A-Za-z0-9_-]{2,30}' })],
    says: ['Go and see {{ input.channel | remove: "@" }}: good company, and they know their knots.'],
  }),
  starter('rules', 'the rules of the room', {
    trigger: { name: 'rules', phrases: ['what are the rules'] },
    gates: { cooldown: 30 },
    says: ['Check your knots, speak kindly, no links without asking, and never spoil a passage.'],
  }),
  starter('question', 'a question for the evening, none twice before all were asked', {
    trigger: { name: 'question' },
    gates: { cooldown: 60 },
    says: [
      'What is the smallest light you would trust with the way home?',
      'Which sound underground would make you turn round?',
      'Who on the rope carries the soup, and why is it always them?',
      'Would you rather know the depth or the way?',
      'What would you write on the last wall you reach?',
    ],
  }),
  starter('depth', 'a counter moderators change from chat with +1, -1 or a number', {
    trigger: { name: 'depth', aliases: ['deep'] },
    counter: { counter: 'depth', change: 'typed', amount: 1, lowestRole: 'moderator' },
    says: ['We are {{ counter.depth }} m down. Deepest so far: {{ counter.depth.most }} m.'],
  }),
  starter('count', 'a counter that goes up with every use', {
    trigger: { name: 'wet' },
    gates: { cooldown: 20 },
    counter: { counter: 'wet_boots', change: 'add', amount: 1, lowestRole: 'viewer' },
    says: ['That was wet boot number {{ counter.wet_boots }}.'],
  }),
  starter('commands', 'all commands, and who may use them', {
    trigger: { name: 'commands', aliases: ['help'] },
    gates: { cooldown: 15 },
    says: ['{{ commands.by_role }}'],
  }),
  starter('timers', 'which timers come next, for moderators', {
    trigger: { name: 'timers' },
    gates: FOR_MODERATORS,
    says: ['{{ timers.next | default: "No timer is due." }}'],
  }),
  starter('hold', 'keeps a timer silent for this stream, for moderators', {
    trigger: { name: 'hold' },
    gates: FOR_MODERATORS,
    inputs: [input('timer', 'text', { most: 60 })],
    first: timerStep('hold'),
    says: ['{{ input.timer }} is held for this stream.'],
  }),
  starter('release', 'resumes a held timer, for moderators', {
    trigger: { name: 'release' },
    gates: FOR_MODERATORS,
    inputs: [input('timer', 'text', { most: 60 })],
    first: timerStep('go-on'),
    says: ['{{ input.timer }} is back on.'],
  }),
  starter('fire', 'fires a timer now, for moderators', {
    trigger: { name: 'fire' },
    gates: FOR_MODERATORS,
    inputs: [input('timer', 'text', { most: 60 })],
    first: timerStep('fire'),
  }),
  starter('grace', 'lets a viewer post links for a while, for moderators', {
    trigger: { name: 'grace' },
    gates: FOR_MODERATORS,
    inputs: [input('who', 'viewer')],
    first: { kind: 'grace', id: 'grace', seconds: 0 },
    says: ['{{ target.name }}, you may post links for a short while.'],
  }),
  starter('balance', 'what someone has of the currency, their place and their rank', {
    trigger: { name: 'balance', aliases: ['purse'] },
    inputs: [input('who', 'viewer', { optional: true })],
    says: [
      '{{ target.name }} has {{ target.balance | amount: currency }}{% if target.place != "" %}, place {{ target.place }}{% endif %}{% if target.rank != "" %}, and is a {{ target.rank }}{% endif %}.',
    ],
  }),
  starter('give', 'one viewer gives another some of the currency', {
    trigger: { name: 'give' },
    gates: { cooldown: 0, viewerCooldown: 10 },
    inputs: [input('who', 'viewer'), input('amount', 'amount')],
    first: {
      ...STEP_KINDS.give.blank('give'),
      amount: '{{ input.amount }}',
      from: 'viewer',
      ifFails: 'go-on',
    },
    says: [
      '{% if remembered.failure %}{{ viewer.name }}, {{ remembered.failure }}.{% else %}{{ viewer.name }} gives {{ target.name }} {{ remembered.arrived | amount: currency }}{% if remembered.fee != "0" %}, and {{ remembered.fee | amount: currency }} as a fee{% endif %}.{% endif %}',
    ],
  }),
  starter('top', 'the five who have the most', {
    trigger: { name: 'top' },
    gates: { cooldown: 30 },
    says: ['Most {{ currency.name }}: {{ currency.top | default: "nobody yet" }}.'],
  }),
  starter('earn', 'how to earn the currency', {
    trigger: { name: 'earn', phrases: ['how do I earn'] },
    gates: { cooldown: 30 },
    says: [
      'Being here pays every {{ currency.every }} min: an hour is {{ currency.hour | amount: currency }}, and more for those who talk.',
    ],
  }),
  starter('award', 'moderators give someone up to 500 of the currency', {
    trigger: { name: 'award' },
    gates: FOR_MODERATORS,
    inputs: [input('who', 'viewer'), input('amount', 'amount', { most: 500 })],
    first: { ...STEP_KINDS.give.blank('give'), amount: '{{ input.amount }}' },
    says: ['{{ target.name }} gets {{ input.amount | amount: currency }}.'],
  }),
  starter('fine', 'moderators take up to 500 of the currency from someone', {
    trigger: { name: 'fine' },
    gates: FOR_MODERATORS,
    inputs: [input('who', 'viewer'), input('amount', 'amount', { most: 500 })],
    first: { ...STEP_KINDS.take.blank('take'), amount: '{{ input.amount }}' },
    says: ['{{ target.name }} gives back {{ input.amount | amount: currency }}.'],
  }),
  starter('redeem', 'buys a reward by its name', {
    trigger: { name: 'redeem', aliases: ['buy'] },
    gates: { cooldown: 0, viewerCooldown: 0 },
    first: { ...STEP_KINDS.redeem.blank('redeem'), ifFails: 'go-on' },
    last: {
      ...STEP_KINDS.if.blank('refused'),
      conditions: {
        id: 'refused-all',
        join: 'all',
        rows: [{ id: 'refused-1', value: 'remembered.failure', comparison: 'is-not-empty', against: '' }],
      },
      // What was bought is said by the reward.
      then: [
        {
          kind: 'say',
          id: 'say',
          texts: ['{{ viewer.name }}, {{ remembered.failure }}.'],
          order: 'random',
        },
      ],
    },
  }),
  starter('rewards', 'the rewards someone may buy, with their prices', {
    trigger: { name: 'rewards', aliases: ['shop'] },
    gates: { cooldown: 15 },
    says: [
      '{{ viewer.name }}, with {{ viewer.balance | amount: currency }} you can buy: {{ reward.list }}.{% if reward.type != "" %} Type {{ reward.type }} and a name.{% endif %}',
    ],
  }),
  starter('hug', 'a hug with two names', {
    trigger: { name: 'hug' },
    inputs: [input('who', 'text', { optional: true, most: 60 })],
    says: ['{{ viewer.name }} hugs {{ input.who | default: "everyone on the rope" }}.'],
  }),
  starter('pick', 'one of several, chosen by chance', {
    trigger: { name: 'pick', aliases: ['choose'] },
    inputs: [input('options', 'text', { most: 200 })],
    says: ['{{ viewer.name }}, the compass points to: {{ input.options | replace: " or ", "," | pick }}.'],
  }),
  starter('roll', 'a number from 1 to 100', {
    trigger: { name: 'roll' },
    says: ['{{ viewer.name }} drops a pebble and counts to {{ random.percent }}.'],
  }),
  starter('hours', 'what time it is for the streamer', {
    trigger: { name: 'time', phrases: ['what time is it'] },
    gates: { cooldown: 30 },
    says: ['By the lantern’s clock it is {{ now }}.'],
  }),
  starter('playing', 'the title and the category', {
    trigger: { name: 'playing', aliases: ['title'] },
    gates: { cooldown: 15 },
    says: [
      '{% if stream.live %}{{ stream.category }}: {{ stream.title }}{% else %}Nothing just now.{% endif %}',
    ],
  }),
  starter('evening', 'an answer to a greeting, without a command', {
    trigger: { phrases: ['good evening', 'hello everyone'] },
    gates: { cooldown: 120, viewerCooldown: 3_600 },
    says: [
      'Good evening, {{ viewer.name }}. Mind the first step.',
      'There you are, {{ viewer.name }}. Take a lamp.',
    ],
  }),
  starter('lost', 'a pattern that hears what someone is looking for', {
    trigger: { pattern: String.raw`\bwhere is (?:the |my )?(?P<thing>[a-z]{3,20})\b` },
    gates: { cooldown: 60 },
    says: ['The {{ input.thing }} is wherever you took your gloves off, {{ viewer.name }}.'],
  }),
];
