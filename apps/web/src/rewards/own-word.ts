import { wordFrom } from '@gully/core/commands';
import { commandFor } from '@gully/core/rewards';
import { thingCalls, type Reward } from '../api/index.js';

/** Gives a new reward a word of its own that viewers type, unless another command has that already. */
export async function giveWord({ id, name }: Reward): Promise<void> {
  // One that is taken is chosen by hand, where the editor offers it.
  await thingCalls('command')
    .create(commandFor(id, wordFrom(name, 'reward')))
    .catch(() => undefined);
}
