/** The word a step remembers the reward by that it was about, for the texts after it. */
export const REWARD_WORD = 'reward';

/** Stands in place of a reward's id for the one that was typed. Ids are ULIDs, so this cannot be one. */
export const NAMED_REWARD = 'named';
