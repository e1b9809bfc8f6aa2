import type { Role } from '../chat/index.js';
import { FREE, type Cost } from '../currency/index.js';
import { ALWAYS, type When } from '../stream/index.js';
import type { NamedViewer } from '../viewers/index.js';

/**
 * What a reward comes to: its routine alone, a line of a list that nobody else gets, something the streamer
 * still owes, an amount split among those present, or a timeout.
 */
export const GIVES = ['routine', 'line', 'hand-over', 'share', 'bench'] as const;
export type Gives = (typeof GIVES)[number];

export const ASK_TYPES = ['text', 'choice', 'address', 'account'] as const;
/** Something the buyer is asked for. */
export interface Ask {
  /** a plain word: `input.passage` */
  readonly name: string;
  readonly type: (typeof ASK_TYPES)[number];
  readonly required: boolean;
  /** shown to the streamer alone, and never typed in chat */
  readonly private: boolean;
  /** of a choice */
  readonly choices: readonly string[];
}

/** A timeout that can be bought. Null: not to be had that way. */
export interface BenchLength {
  readonly seconds: number;
  /** whole units of the currency */
  readonly price: number | null;
  /** tokens cheered at the least */
  readonly cheer: number | null;
  /** hundredths of the money tipped at the least */
  readonly tip: number | null;
}

export interface Bench {
  readonly whom: 'named' | 'buyer';
  /** the first is meant where none is named */
  readonly lengths: readonly BenchLength[];
  /** cannot be benched, beside the streamer and bots */
  readonly spares: readonly Role[];
  readonly never: readonly NamedViewer[];
}

/** How many may be sold; null for any number. */
export interface Stock {
  /** ever */
  readonly all: number | null;
  /** in one stream */
  readonly stream: number | null;
  /** to one viewer, ever */
  readonly viewer: number | null;
  /** to one viewer in one stream */
  readonly viewerStream: number | null;
}

/** All that a person sets up of a reward, except the routine it starts. */
export interface RewardTerms {
  readonly name: string;
  readonly description: string;
  /** id of a picture; empty for none */
  readonly picture: string;
  readonly enabled: boolean;
  readonly cost: Cost;
  readonly stock: Stock;
  /** seconds after a sale in which nobody may buy it again */
  readonly cooldown: number;
  /** seconds after a sale in which the same viewer may not */
  readonly viewerCooldown: number;
  readonly lowestRole: Role;
  /** a rank that must be reached; empty for none */
  readonly rank: string;
  readonly when: When;
  readonly asks: readonly Ask[];
  readonly gives: Gives;
  /** the list a line is handed out from, by id; empty for none */
  readonly list: string;
  /** the streamer is told when so many lines are left */
  readonly warnAt: number;
  /** whole units split among those present */
  readonly share: number;
  readonly bench: Bench;
  /** days private answers are kept once it was handed over */
  readonly keepDays: number;
  /** Liquid; empty says nothing */
  readonly says: Readonly<Record<RewardMessage, string>>;
}

/**
 * What is said of a purchase: in chat once it is bought, and where it is returned; to the buyer alone to
 * ask for what is missing, to thank for it, and with the line that is theirs.
 */
export const REWARD_MESSAGES = ['bought', 'returned', 'asked', 'thanked', 'handed'] as const;
export type RewardMessage = (typeof REWARD_MESSAGES)[number];

export const REWARD_LIMITS = {
  rewards: 200,
  name: 60,
  description: 300,
  price: 1_000_000_000,
  stock: 1_000_000,
  cooldown: 7 * 86_400,
  asks: 5,
  choices: 20,
  lengths: 10,
  bench: { least: 5, most: 86_400 },
  keepDays: 3_650,
  /** characters of an answer */
  answer: 400,
} as const;

export const BLANK_TERMS: RewardTerms = {
  name: '',
  description: '',
  picture: '',
  enabled: true,
  cost: { ...FREE, base: 100 },
  stock: { all: null, stream: null, viewer: null, viewerStream: null },
  cooldown: 0,
  viewerCooldown: 0,
  lowestRole: 'viewer',
  rank: '',
  when: ALWAYS,
  asks: [],
  gives: 'routine',
  list: '',
  warnAt: 5,
  share: 500,
  bench: {
    whom: 'named',
    lengths: [
      { seconds: 60, price: 100, cheer: null, tip: null },
      { seconds: 300, price: 400, cheer: null, tip: null },
    ],
    spares: ['moderator'],
    never: [],
  },
  keepDays: 30,
  says: {
    bought: '{{ viewer.name }} gets {{ reward.name }}.',
    returned:
      '{{ viewer.name }}, {{ reward.name }} did not work out{% if reward.price > 0 %}; you have your {{ reward.price | amount: currency }} back{% endif %}.',
    asked:
      '{{ reward.name }} is yours. Now send me your {{ reward.missing }} in a private message (/msg {{ reward.bot }} …); nobody but the streamer sees it.',
    thanked:
      '{% if reward.missing == "" %}Thank you. {{ reward.name }} is on its way.{% else %}Thank you. Now your {{ reward.missing }}, or - to leave it out.{% endif %}',
    handed: '{{ reward.name }}: {{ reward.line }}',
  },
};
