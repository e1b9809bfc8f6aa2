import { costFor } from '@gully/core/currency';
import type { Gives, RewardMessage } from '@gully/core/rewards';
import { REWARD_MESSAGES } from '@gully/core/rewards';
import { BLANK_REWARD, rewardBody, type RewardBody } from '@gully/core/rewards';
import { plainText, sentenceOf } from '@gully/core/routines';
import { whenInWords } from '@gully/core/stream';
import { durationInWords } from '@gully/core/text';
import type { Reward } from '../api/index.js';
import { declared, type Parts } from '../editing/index.js';
import { giveWord } from './own-word.js';

const blankReward = (): RewardBody => structuredClone(BLANK_REWARD);

/** What a draft of an earlier version lacks is as for a new one. */
const whole = (body: Partial<RewardBody>): RewardBody => {
  const blank = blankReward();
  return { ...blank, ...body, says: { ...blank.says, ...body.says } };
};

/** What a reward gives, in words for a choice. */
export const GIVES_WORDS: Readonly<Record<Gives, string>> = {
  routine: 'what its steps do',
  line: 'one line of a list, such as a code',
  'hand-over': 'something you hand over later',
  share: 'an amount split among those present',
  bench: 'a bench: someone may not write for a while',
};
/** The same, for a column. */
export const GIVES_BRIEF: Readonly<Record<Gives, string>> = {
  routine: 'its steps',
  line: 'a line of a list',
  'hand-over': 'handed over',
  share: 'split',
  bench: 'bench',
};

/** When each message is said, as the start of a sentence. */
export const MESSAGE_WORDS: Readonly<Record<RewardMessage, string>> = {
  bought: 'In chat, once it is bought',
  returned: 'In chat, when it did not work out and the price is given back',
  asked: 'To the buyer alone, to ask for what is private',
  thanked: 'To the buyer alone, when they have answered',
  handed: 'To the buyer alone, with the line that is theirs',
};

/** What an ordinary viewer pays at the least. */
export function priceOf({ gives, bench, cost }: RewardBody): number {
  if (gives !== 'bench') return costFor(cost, [], false);
  return bench.lengths.find(({ price }) => price !== null)?.price ?? 0;
}

const wait = (seconds: number): string => (seconds === 0 ? 'no wait' : durationInWords(seconds * 1_000));
const most = (count: number | null): string => (count === null ? 'any number' : count.toLocaleString('en'));

const PARTS: Parts<RewardBody> = {
  name: { label: 'Name', of: ({ name }) => name, words: ({ name }) => name || 'none' },
  description: {
    label: 'Description',
    of: ({ description }) => description,
    words: ({ description }) => description || 'none',
  },
  picture: {
    label: 'Picture',
    of: ({ picture }) => picture,
    words: ({ picture }) => (picture === '' ? 'none' : 'one'),
  },
  enabled: {
    label: 'For sale',
    of: ({ enabled }) => enabled,
    words: ({ enabled }) => (enabled ? 'yes' : 'no'),
  },
  who: {
    label: 'Who may buy it',
    of: ({ lowestRole, rank }) => [lowestRole, rank],
    words: ({ lowestRole, rank }) => (rank === '' ? lowestRole : `${lowestRole}, from a rank up`),
  },
  cost: { label: 'Price', of: ({ cost }) => cost, words: ({ cost }) => cost.base.toLocaleString('en') },
  stock: {
    label: 'Stock',
    of: ({ stock }) => stock,
    words: ({ stock: { all, stream, viewer, viewerStream } }) =>
      `${most(all)} in all, ${most(stream)} a stream, ${most(viewer)} a viewer, ${most(viewerStream)} a viewer and stream`,
  },
  often: {
    label: 'Cooldowns',
    of: ({ cooldown, viewerCooldown }) => [cooldown, viewerCooldown],
    words: ({ cooldown, viewerCooldown }) => `${wait(cooldown)}, each viewer ${wait(viewerCooldown)}`,
  },
  when: { label: 'When', of: ({ when }) => when, words: ({ when }) => whenInWords(when) },
  gives: {
    label: 'Gives',
    of: ({ gives, list, warnAt, share, bench }) => [gives, list, warnAt, share, bench],
    words: ({ gives }) => GIVES_WORDS[gives],
  },
  asks: {
    label: 'Asks for',
    of: ({ asks, keepDays }) => [asks, keepDays],
    words: ({ asks }) => asks.map(({ name }) => name).join(', ') || 'nothing',
  },
  steps: {
    label: 'Steps',
    of: ({ routine }) => routine,
    words: ({ routine }) => routine.steps.map((step) => sentenceOf(step)).join(' · ') || 'none',
  },
  says: {
    label: 'Messages',
    of: ({ says }) => says,
    words: ({ says }) =>
      REWARD_MESSAGES.filter((message) => says[message] !== '')
        .map((message) => plainText(says[message]))
        .join(' / '),
  },
};

export const REWARD = declared<RewardBody, Reward>({
  thing: 'reward',
  blank: BLANK_REWARD,
  whole,
  added: giveWord,
  bodyOf: rewardBody,
  parts: PARTS,
});
export const { drafts } = REWARD;
