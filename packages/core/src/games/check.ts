import { textFault, type Faults, type Surroundings } from '../routines/index.js';
import { characterCount, durationInWords, foldName } from '../text/index.js';
import { BEGINS, GAME_LIMITS, linesOf, type GameBody } from './game.js';
import { GAME_KINDS } from './kinds/index.js';
import { blankFaults, type Row } from './settings.js';

/** What is wrong with a game, by place (`stake.most`, `settings.crew.0.chance`, `lines.won.1`). */
export function gameFaults(
  body: GameBody,
  others: readonly Pick<GameBody, 'name'>[],
  about: Surroundings = {},
): Faults {
  const kind = GAME_KINDS[body.kind];
  const faults: Faults = { ...nameFault(body.name, others), ...stakeFaults(body) };
  if (!BEGINS.includes(body.begins)) faults.begins = 'Choose who begins it';
  if (!(Number.isInteger(body.pause) && body.pause >= 0 && body.pause <= GAME_LIMITS.pause))
    faults.pause = `A pause is whole seconds, up to ${durationInWords(GAME_LIMITS.pause * 1_000)}`;
  const without = new Set<string>(kind.without?.(body.settings));
  const own = blankFaults(kind.blanks, body.settings);
  // What a kind makes of its settings is only asked where each of them is what it should be.
  const more = Object.keys(own).length === 0 ? (kind.check?.(body.settings, body.stake) ?? {}) : {};
  for (const [place, words] of Object.entries({ ...more, ...own }))
    if (words !== undefined && !without.has(place.split('.')[0] ?? '')) faults[`settings.${place}`] = words;
  Object.assign(faults, lineFaults(body), routineFaults(body, about));
  return faults;
}

function nameFault(name: string, others: readonly Pick<GameBody, 'name'>[]): Faults {
  const trimmed = name.trim();
  if (trimmed === '' || characterCount(trimmed) > GAME_LIMITS.name || /[\p{C}{}%|]/u.test(trimmed))
    return { name: `Give it a name of 1 to ${String(GAME_LIMITS.name)} characters, without { } % or |` };
  return others.some((other) => foldName(other.name.trim()) === foldName(trimmed))
    ? { name: `There is a game called ${trimmed} already` }
    : {};
}

function stakeFaults({ kind, stake }: GameBody): Faults {
  const { staked } = GAME_KINDS[kind];
  const faults: Faults = {};
  const least = staked === 'amount' ? 1 : 0;
  for (const of of ['least', 'most', 'usual'] as const)
    if (!(Number.isInteger(stake[of]) && stake[of] >= least && stake[of] <= GAME_LIMITS.stake))
      faults[`stake.${of}`] =
        `Give a whole number from ${String(least)} to ${GAME_LIMITS.stake.toLocaleString('en')}`;
  if (Object.keys(faults).length > 0) return faults;
  if (staked !== 'amount' && (stake.least !== stake.most || stake.usual !== stake.most))
    return { 'stake.most': 'It has one price' };
  if (staked === 'nothing' && stake.most > 0) return { 'stake.most': 'Nothing is staked in it' };
  if (stake.most < stake.least) return { 'stake.most': 'It is below the least stake' };
  return stake.usual < stake.least || stake.usual > stake.most
    ? { 'stake.usual': 'It lies between the least and the most' }
    : {};
}

function lineFaults({ kind, lines }: GameBody): Faults {
  const faults: Faults = {};
  for (const line of Object.keys(linesOf(GAME_KINDS[kind]))) {
    const texts = lines[line] ?? [];
    if (texts.length > GAME_LIMITS.texts)
      faults[`lines.${line}`] = `At most ${String(GAME_LIMITS.texts)} texts`;
    for (const [n, text] of texts.entries()) {
      const place = `lines.${line}.${String(n)}`;
      if (text.trim() === '') faults[place] = 'It says nothing; remove it, or write something';
      else if (text.length > GAME_LIMITS.text)
        faults[place] = `At most ${String(GAME_LIMITS.text)} characters`;
      else {
        const fault = textFault(text);
        if (fault !== undefined) faults[place] = fault;
      }
    }
  }
  return faults;
}

function routineFaults({ routines, settings, kind }: GameBody, about: Surroundings): Faults {
  if (about.has === undefined) return {};
  const faults: Faults = {};
  const gone = 'That routine was deleted; choose another';
  for (const [line, id] of Object.entries(routines))
    if (id !== '' && !about.has('routine', id)) faults[`routines.${line}`] = gone;
  for (const { field, column } of routineCells(kind))
    for (const [n, row] of ((settings[field] ?? []) as readonly Row[]).entries()) {
      const id = String(row[column] ?? '');
      if (id !== '' && !about.has('routine', id)) faults[`settings.${field}.${String(n)}.${column}`] = gone;
    }
  return faults;
}

/** Where in the tables of a kind a routine is named. */
export function routineCells(kind: GameBody['kind']): { readonly field: string; readonly column: string }[] {
  return Object.entries(GAME_KINDS[kind].blanks).flatMap(([field, blank]) =>
    blank.as === 'table'
      ? Object.entries(blank.columns).flatMap(([column, cell]) =>
          cell.as === 'routine' ? [{ field, column }] : [],
        )
      : [],
  );
}
