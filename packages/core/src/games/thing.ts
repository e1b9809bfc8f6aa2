import {
  closed,
  flag,
  listOf,
  oneOf,
  text,
  whole,
  type Reference,
  type Rename,
  type ThingShape,
} from '../things/index.js';
import { routineCells } from './check.js';
import { BEGINS, GAME_LIMITS, gameBody, type GameBody } from './game.js';
import { GAME_KIND_NAMES } from './kind.js';
import type { Row, Setting } from './settings.js';

export const GAME_THING: ThingShape<GameBody> = {
  one: 'game',
  many: 'games',
  bodyOf: gameBody,
  nameOf: ({ name }) => name,
  named: (body, name) => ({ ...body, name }),
  referencesOf: (body) => {
    const ids = new Set([
      ...Object.values(body.routines),
      ...routineCells(body.kind).flatMap(({ field, column }) =>
        rowsOf(body, field).map((row) => String(row[column] ?? '')),
      ),
    ]);
    return [...ids].filter((id) => id !== '').map((id): Reference => ({ to: 'routine', id }));
  },
  withReferences: (body, rename) => {
    const settings: Record<string, Setting> = { ...body.settings };
    for (const { field, column } of routineCells(body.kind))
      settings[field] = rowsOf(body, field).map((row) => ({
        ...row,
        [column]: renamed(String(row[column] ?? ''), rename),
      }));
    const routines = Object.fromEntries(
      Object.entries(body.routines).map(([line, id]) => [line, renamed(id, rename)]),
    );
    return { ...body, settings, routines };
  },
  portable: (body) => body,
  schema: {
    name: 'Game',
    most: GAME_LIMITS.games,
    defs: {
      Game: closed({
        name: text(GAME_LIMITS.name),
        kind: oneOf(GAME_KIND_NAMES),
        enabled: flag,
        stake: closed({
          least: whole(0, GAME_LIMITS.stake),
          most: whole(0, GAME_LIMITS.stake),
          usual: whole(0, GAME_LIMITS.stake),
        }),
        begins: oneOf(BEGINS),
        pause: whole(0, GAME_LIMITS.pause),
        settings: {
          type: 'object',
          description: 'by the blanks of its kind; routines in them by name',
          additionalProperties: { anyOf: [text(100), { type: 'number' }, listOf({}, 500)] },
        },
        lines: {
          type: 'object',
          additionalProperties: listOf(text(GAME_LIMITS.text), GAME_LIMITS.texts),
        },
        routines: { type: 'object', additionalProperties: text(100, 'the name of a routine, or empty') },
      }),
    },
  },
  textsOf: ({ lines }) => Object.values(lines).flat(),
};

const rowsOf = ({ settings }: GameBody, field: string): readonly Row[] =>
  (settings[field] ?? []) as readonly Row[];
const renamed = (id: string, rename: Rename): string => (id === '' ? '' : rename({ to: 'routine', id }));
