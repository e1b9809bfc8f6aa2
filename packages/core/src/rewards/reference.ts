import { valuesUnder } from '../area/index.js';

/** The values of texts, as the reference shows them. */
export const REWARD_VALUES = valuesUnder('The reward', [
  ['reward.name', 'the reward that is bought'],
  ['reward.description', 'what it is described as'],
  ['reward.price', 'what it costs this viewer', 'cost'],
  ['reward.minutes', 'the minutes an ordinary viewer watches for it'],
  ['reward.left', 'how many are left; empty where there is no limit', 'stock'],
  ['reward.sold', 'how many were sold in this stream'],
  ['reward.type', 'what to type to buy it'],
  ['reward.answer', 'what the buyer answered, where chat may know', 'input', 'message'],
  ['reward.target', 'who is benched'],
  ['reward.time', 'for how long they are benched'],
  ['reward.missing', 'what the buyer is still asked for in private'],
  ['reward.bot', 'the name people send private messages to'],
  ['reward.line', 'the line the buyer gets; empty everywhere but where it is handed out'],
  ['reward.list', 'the rewards this viewer may buy, with their prices', 'shop', 'store', 'buy'],
]);
