import type { BodyOf } from '@gully/core/bundles';
import { PLURALS, type ThingKind } from '@gully/core/things';
import { api } from './client.js';
import { answerOf } from './problem.js';
import type { components, paths } from './schema.js';

type Address<K extends ThingKind> = `/api/${(typeof PLURALS)[K]}`;
type Answer<K extends ThingKind> =
  paths[Address<K>]['get']['responses'][200]['content']['application/json'][number];
/**
 * A thing as the server tells of it: what a person wrote as core knows it, and what is kept beside that.
 * Of a list it tells how many lines there are, and not which.
 */
export type Stored<K extends ThingKind> = K extends 'list'
  ? Answer<K>
  : BodyOf[K] & Omit<Answer<K>, keyof BodyOf[K]>;

export type Command = Stored<'command'>;
export type GameHandle = Stored<'handle'>;
export type Game = Stored<'game'>;
export type List = Stored<'list'>;
export type Media = Stored<'media'>;
export type NamedRoutine = Stored<'routine'>;
export type Output = Stored<'output'>;
export type Overlay = Stored<'overlay'>;
export type PhraseGroup = Stored<'phrase-group'>;
export type Queue = Stored<'queue'>;
export type Reward = Stored<'reward'>;
export type Timer = Stored<'timer'>;

export type SeveralAsked = components['schemas']['SeveralDto'];
export type Several = SeveralAsked['change'];

/** The calls for things of one kind: all of them have the same. */
export interface ThingCalls<Body, S> {
  all(): Promise<S[]>;
  create(body: Body): Promise<S>;
  replace(id: string, body: Body, version: number): Promise<S>;
  remove(id: string): Promise<unknown>;
  restore(id: string): Promise<S>;
  stepBack(id: string, version: number): Promise<S>;
  /** the same change for several at once */
  several(asked: SeveralAsked): Promise<S[]>;
}

type Call = (path: string, init?: object) => Promise<{ data?: unknown; error?: unknown; response: Response }>;
/** The same client, for addresses that are put together: what is sent and told is typed by the kind. */
const calls = api as unknown as Readonly<Record<'GET' | 'POST' | 'PUT' | 'DELETE', Call>>;

/** The calls for things of a kind. */
export function thingCalls<K extends ThingKind, Body = BodyOf[K], S = Stored<K>>(
  kind: K,
): ThingCalls<Body, S> {
  const all = `/api/${PLURALS[kind]}`;
  const one = (id: string): string => `${all}/${encodeURIComponent(id)}`;
  const told = async <T>(call: ReturnType<Call>): Promise<T> => (await answerOf(call)) as T;
  return {
    all: () => told(calls.GET(all)),
    create: (body) => told(calls.POST(all, { body })),
    replace: (id, body, version) => told(calls.PUT(one(id), { body: { ...body, version } })),
    remove: (id) => told(calls.DELETE(one(id))),
    restore: (id) => told(calls.POST(`${one(id)}/restore`)),
    stepBack: (id, version) => told(calls.POST(`${one(id)}/step-back`, { body: { version } })),
    several: (body) => told(calls.POST(`${all}/several`, { body })),
  };
}
