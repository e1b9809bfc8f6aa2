/** The demo's rewards, and the words they are redeemed by. */
export const REWARD = {
  bell: 'DEMOREWARD0000000000000001',
  passage: 'DEMOREWARD0000000000000002',
  postcard: 'DEMOREWARD0000000000000003',
  key: 'DEMOREWARD0000000000000004',
  share: 'DEMOREWARD0000000000000005',
  bench: 'DEMOREWARD0000000000000006',
} as const;

/** By the reward's id. */
export const REWARD_WORDS: Readonly<Record<string, string>> = {
  [REWARD.bell]: 'bell',
  [REWARD.passage]: 'passage',
  [REWARD.postcard]: 'postcard',
  [REWARD.key]: 'key',
  [REWARD.share]: 'share',
  [REWARD.bench]: 'bench',
};
