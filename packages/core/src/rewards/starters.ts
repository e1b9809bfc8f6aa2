import { type Step, STEP_KINDS } from '../channel/index.js';
import { BLANK_COMMAND, STARTERS, type CommandBody } from '../commands/index.js';
import { routineOf } from '../routines/index.js';
import { BLANK_REWARD, type RewardBody } from './reward.js';

/** A ready-made reward to begin from. */
export interface RewardStarter {
  readonly id: string;
  /** what it is for, in a few words */
  readonly what: string;
  readonly body: RewardBody;
}

const say = (text: string): Step => ({ kind: 'say', id: 'say', texts: [text], order: 'random' });

function starter(
  id: string,
  what: string,
  { says, ...body }: Omit<Partial<RewardBody>, 'says'> & { readonly says?: Partial<RewardBody['says']> },
): RewardStarter {
  return {
    id,
    what,
    body: { ...BLANK_REWARD, ...body, says: { ...BLANK_REWARD.says, ...says } },
  };
}

const priced = (base: number): RewardBody['cost'] => ({ ...BLANK_REWARD.cost, base });

export const REWARD_STARTERS: readonly RewardStarter[] = [
  starter('bell', 'something happens on stream at once', {
    name: 'Ring the supper bell',
    description: 'The bell rings, and everyone knows that soup is ready.',
    cost: priced(150),
    cooldown: 60,
    routine: routineOf([{ ...STEP_KINDS.sound.blank('ring'), ifFails: 'stop' }]),
    says: { bought: '{{ viewer.name }} rings the supper bell.' },
  }),
  starter('passage', 'the buyer types something', {
    name: 'Name this passage',
    description: 'The passage we are in bears the name you give it.',
    cost: priced(400),
    stock: { ...BLANK_REWARD.stock, stream: 3 },
    asks: [{ name: 'passage', type: 'text', required: true, private: false, choices: [] }],
    routine: routineOf([say('From here on this is {{ input.passage }}. Write it on the map.')]),
    says: { bought: '' },
  }),
  starter('postcard', 'something you hand over later, with an address', {
    name: 'Postcard from below',
    description: 'A postcard, written by candlelight and sent to you.',
    gives: 'hand-over',
    cost: priced(2_500),
    stock: { ...BLANK_REWARD.stock, viewer: 1 },
    asks: [{ name: 'address', type: 'address', required: true, private: true, choices: [] }],
    says: {
      bought: 'A postcard goes out to {{ viewer.name }}. Mind the soot.',
    },
  }),
  starter('key', 'a code from a list, one to each buyer', {
    name: 'Map pack key',
    description: 'A key for the map pack, sent to you alone.',
    gives: 'line',
    cost: priced(1_200),
    stock: { ...BLANK_REWARD.stock, viewer: 1 },
    says: {
      bought: '{{ viewer.name }} unlocks the map pack. {{ reward.left | amount: "key", "keys" }} left.',
    },
  }),
  starter('share', 'an amount split among those present', {
    name: 'Share the flint',
    description: 'Everyone here gets a share.',
    gives: 'share',
    share: 500,
    cost: priced(500),
    cooldown: 300,
    says: {
      bought: '{{ viewer.name }} empties a pouch by the fire. Help yourselves.',
    },
  }),
  starter('bench', 'someone may not write for a while', {
    name: 'Bench a caver',
    description: 'Someone sits out for a minute, or for five.',
    gives: 'bench',
    viewerCooldown: 600,
    says: {
      bought: '{{ viewer.name }} sends {{ reward.target }} to the bench for {{ reward.time }}.',
    },
  }),
];

/**
 * A command that redeems a reward by a word of its own: as the one for any reward, but for that.
 *
 * @param reward its id
 * @param word what is typed after the prefix
 */
export function commandFor(reward: string, word: string): CommandBody {
  const any = STARTERS.find(({ id }) => id === 'redeem')?.body ?? BLANK_COMMAND;
  const steps = any.routine.steps.map((step) => (step.kind === 'redeem' ? { ...step, reward } : step));
  return {
    ...any,
    trigger: { ...any.trigger, name: word, aliases: [] },
    routine: { ...any.routine, steps },
  };
}
