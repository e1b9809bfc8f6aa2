import type { CommandBody } from '@gully/core/commands';
import createClient from 'openapi-fetch';
import type { components, paths } from './schema.js';

/** Calls to the server, typed from its own description. */
export const api = createClient<paths>({ baseUrl: '/' });

type Schemas = components['schemas'];
export type { CommandBody };
export type Command = CommandBody & Omit<Schemas['CommandDto'], keyof CommandBody>;
export type ChatLine = Schemas['LineDto'];
export type Why = Schemas['WhyDto'];
export type Connection = Schemas['ConnectionDto'];
export type Activity = Schemas['ActivityDto'];
export type Viewer = Schemas['ViewerDto'];
export type Rehearsed = Schemas['RehearsedDto'];
export type Channel = Schemas['ChannelDto'];
export type Crowd = Schemas['CrowdDto'];
export type Role = Schemas['Role'];
export type Stream = Schemas['StreamDto'];
export type Counter = Schemas['CounterDto'];
export type SavedPersona = Schemas['Persona'];
export type Forced = Schemas['Forced'];
export type Several = Schemas['SeveralDto']['change'];
export type ViewerPage = Schemas['ViewerPageDto'];
export type ViewerSort = Schemas['ViewerSort'];
export type Mark = Schemas['Mark'];
export type CsvPreview = Schemas['CsvPreviewDto'];

/** A command as it is sent: the same, but for lists that nobody promises not to change. */
export function asSent(body: CommandBody): Schemas['CommandBodyDto'] {
  return body as Schemas['CommandBodyDto'];
}
