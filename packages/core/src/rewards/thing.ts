import { isCostly, referencesOf, sayOnly, withReferences } from '../routines/index.js';
import type { Reference, ThingShape } from '../things/index.js';
import { rewardBody, type RewardBody } from './reward.js';

export const REWARD_THING: ThingShape<RewardBody> = {
  one: 'reward',
  many: 'rewards',
  bodyOf: rewardBody,
  nameOf: ({ name }) => name,
  named: (body, name) => ({ ...body, name }),
  referencesOf: ({ routine, list, picture, gives }) => {
    const own: Reference[] = [];
    // What it does not hand out from is of no account.
    if (gives === 'line' && list !== '') own.push({ to: 'list', id: list });
    if (picture !== '') own.push({ to: 'media', id: picture });
    const steps = referencesOf(routine).filter(({ to, id }) => !own.some((o) => o.to === to && o.id === id));
    return [...own, ...steps];
  },
  withReferences: (body, rename) => ({
    ...body,
    list: body.gives === 'line' && body.list !== '' ? rename({ to: 'list', id: body.list }) : body.list,
    picture: body.picture === '' ? '' : rename({ to: 'media', id: body.picture }),
    routine: { ...body.routine, steps: withReferences(body.routine.steps, rename) },
  }),
  // Ranks and people are a channel's own, and so is what is handed out: without it, it is not for sale.
  portable: (body) => ({
    ...body,
    enabled: body.enabled && body.gives !== 'line',
    rank: '',
    list: '',
    bench: { ...body.bench, never: [] },
  }),
  isCostly: ({ routine, says }) =>
    isCostly(routine.steps) || Object.values(says).some((text) => isCostly(sayOnly(text).steps)),
};
