import { ROLES } from '../chat/index.js';
import { COST_SCHEMA, PRICE_SCHEMA } from '../currency/index.js';
import { routineSchemas, referencesOf, withReferences } from '../routines/index.js';
import { WHEN_SCHEMA } from '../stream/index.js';
import {
  closed,
  flag,
  listOf,
  NAMED_VIEWERS,
  oneOf,
  orNull,
  ref,
  text,
  whole,
  type Reference,
  type ThingShape,
} from '../things/index.js';
import { rewardBody, type RewardBody } from './reward.js';
import { ASK_TYPES, GIVES, REWARD_LIMITS, REWARD_MESSAGES } from './terms.js';

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
  schema: {
    name: 'Reward',
    most: REWARD_LIMITS.rewards,
    defs: {
      Reward: closed({
        name: text(REWARD_LIMITS.name),
        description: text(REWARD_LIMITS.description),
        picture: text(100, 'the name of a picture, or empty'),
        enabled: flag,
        cost: ref('Cost'),
        stock: closed(
          Object.fromEntries(
            ['all', 'stream', 'viewer', 'viewerStream'].map((of) => [
              of,
              orNull(whole(1, REWARD_LIMITS.stock)),
            ]),
          ),
        ),
        cooldown: whole(0, REWARD_LIMITS.cooldown),
        viewerCooldown: whole(0, REWARD_LIMITS.cooldown),
        lowestRole: oneOf(ROLES),
        rank: text(0, 'ranks are a channel’s own'),
        when: ref('When'),
        asks: listOf(
          closed({
            name: text(20),
            type: oneOf(ASK_TYPES),
            required: flag,
            private: flag,
            choices: listOf(text(50), REWARD_LIMITS.choices),
          }),
          REWARD_LIMITS.asks,
        ),
        gives: oneOf(GIVES),
        list: text(0, 'what is handed out stays on its channel'),
        warnAt: whole(0, REWARD_LIMITS.stock),
        share: whole(1, REWARD_LIMITS.price),
        bench: closed({
          whom: oneOf(['named', 'buyer']),
          lengths: listOf(
            closed({
              seconds: whole(REWARD_LIMITS.bench.least, REWARD_LIMITS.bench.most),
              price: PRICE_SCHEMA,
              cheer: PRICE_SCHEMA,
              tip: PRICE_SCHEMA,
            }),
            REWARD_LIMITS.lengths,
          ),
          spares: listOf(oneOf(ROLES), ROLES.length),
          never: NAMED_VIEWERS,
        }),
        keepDays: whole(0, REWARD_LIMITS.keepDays),
        says: closed(Object.fromEntries(REWARD_MESSAGES.map((message) => [message, text(5_000)]))),
        routine: ref('Routine'),
      }),
      When: WHEN_SCHEMA,
      Cost: COST_SCHEMA,
      ...routineSchemas(),
    },
  },
  textsOf: ({ says }) => Object.values(says),
  stepsOf: ({ routine }) => routine.steps,
};
