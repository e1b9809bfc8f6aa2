import { STEP_KINDS } from '@gully/core/channel';
import { BLANK_REWARD, REWARD_STARTERS, type RewardBody } from '@gully/core/rewards';
import { routineOf } from '@gully/core/routines';
import { REWARD } from '../../commands/demo/index.js';
import { KEYS } from '../../lists/demo/index.js';

const starting = (id: string): RewardBody =>
  REWARD_STARTERS.find((starter) => starter.id === id)?.body ?? BLANK_REWARD;
const priced = (base: number, subscriber: number | null = null): RewardBody['cost'] => ({
  ...BLANK_REWARD.cost,
  base,
  subscriber,
});

/** What the demo's channel sells, by id. */
export const DEMO_REWARDS: Readonly<Record<string, RewardBody>> = {
  [REWARD.bell]: {
    ...starting('bell'),
    cost: priced(35, 25),
    picture: 'gully-bell',
    viewerCooldown: 600,
    routine: routineOf([
      {
        ...STEP_KINDS.show.blank('show'),
        what: 'media',
        media: 'gully-bell',
        text: '{{ viewer.name }} rings for supper',
        sound: 'gully-supper-bell',
        seconds: 6,
        ifFails: 'go-on',
      },
    ]),
  },
  [REWARD.passage]: { ...starting('passage'), cost: priced(80) },
  [REWARD.postcard]: {
    ...starting('postcard'),
    cost: priced(220),
    asks: [
      ...starting('postcard').asks,
      { name: 'ink', type: 'choice', required: false, private: false, choices: ['black', 'blue', 'soot'] },
    ],
  },
  [REWARD.key]: { ...starting('key'), cost: priced(140), list: KEYS.id, warnAt: 5 },
  [REWARD.share]: { ...starting('share'), cost: priced(150), share: 150 },
  [REWARD.bench]: {
    ...starting('bench'),
    bench: {
      ...BLANK_REWARD.bench,
      lengths: [
        { seconds: 60, price: 100, cheer: 100, tip: null },
        { seconds: 300, price: 400, cheer: 400, tip: 500 },
      ],
    },
  },
};

/** Where the demo's postcards go. */
export const ADDRESSES = [
  'Fernhatch, 4 Sinter Row, Upper Karst',
  'The Old Pump House, Siltwater 12',
  'Flat 3, Lantern Steps, Doline',
  '27 Moss Lane, Echo-on-the-Wold',
  'c/o The Low Passage Inn, Rimside',
  'Third door past the sump, Hollowby',
] as const;
