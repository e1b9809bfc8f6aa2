import { isCostly, sayOnly } from '../routines/index.js';
import type { Reference, Rename, ThingShape } from '../things/index.js';
import { routineCells } from './check.js';
import { gameBody, type GameBody } from './game.js';
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
  isCostly: ({ lines }) =>
    Object.values(lines).some((texts) => texts.some((text) => isCostly(sayOnly(text).steps))),
};

const rowsOf = ({ settings }: GameBody, field: string): readonly Row[] =>
  (settings[field] ?? []) as readonly Row[];
const renamed = (id: string, rename: Rename): string => (id === '' ? '' : rename({ to: 'routine', id }));
