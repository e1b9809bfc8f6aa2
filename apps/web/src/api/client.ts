import createClient from 'openapi-fetch';
import type { components, paths } from './schema.js';

/** Calls to the server, typed from its own description. */
export const api = createClient<paths>({ baseUrl: '/' });

type Schemas = components['schemas'];
export type Command = Schemas['CommandDto'];
export type CommandBody = Schemas['CommandBodyDto'];
export type ChatLine = Schemas['LineDto'];
export type Why = Schemas['WhyDto'];
export type Connection = Schemas['ConnectionDto'];
export type Activity = Schemas['ActivityDto'];
export type Viewer = Schemas['ViewerDto'];
export type Rehearsed = Schemas['RehearsedDto'];
export type Channel = Schemas['ChannelDto'];
export type Crowd = Schemas['CrowdDto'];
export type Role = Schemas['Role'];
