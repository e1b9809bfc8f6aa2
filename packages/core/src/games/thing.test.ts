import { describe, expect, test } from '@jest/globals';
import { wordFrom } from '../commands/index.js';
import { chanceFrom } from '../random/index.js';
import { isCostlyThing } from '../routines/index.js';
import {
  BLANK_GAME,
  blankGame,
  commandForGame,
  gameBody,
  gameFaults,
  GAME_KIND_NAMES,
  GAME_KINDS,
  gameSays,
  GAME_THING,
  routineCells,
  type GameBody,
  type Row,
} from './index.js';

const wheel = (): GameBody => {
  const body = blankGame('wheel');
  const segments = (body.settings.segments as readonly Row[]).map((row, n) =>
    n === 1 ? { ...row, routine: 'r-bell' } : row,
  );
  return {
    ...body,
    settings: { ...body.settings, segments },
    routines: { won: 'r-cheer', lost: 'r-bell', nothing: '' },
  };
};

describe('as a thing', () => {
  test('it refers to each routine once, by line and by segment, and takes other names for them', () => {
    expect(routineCells('wheel')).toEqual([{ field: 'segments', column: 'routine' }]);
    expect(routineCells('reels')).toEqual([]);
    expect(GAME_THING.referencesOf(wheel())).toEqual([
      { to: 'routine', id: 'r-cheer' },
      { to: 'routine', id: 'r-bell' },
    ]);
    const renamed = GAME_THING.withReferences(wheel(), ({ id }) => `named ${id}`);
    expect(renamed.routines).toEqual({ won: 'named r-cheer', lost: 'named r-bell', nothing: '' });
    expect((renamed.settings.segments as readonly Row[]).map(({ routine }) => routine)).toEqual([
      '',
      'named r-bell',
      '',
      '',
      '',
    ]);
    expect(GAME_THING.referencesOf(blankGame('reels'))).toEqual([]);
  });

  test('a routine that is gone is told of where it is named', () => {
    const has = (_to: string, id: string): boolean => id === 'r-cheer';
    expect(gameFaults(wheel(), [], { has })).toEqual({
      'routines.lost': 'That routine was deleted; choose another',
      'settings.segments.1.routine': 'That routine was deleted; choose another',
    });
    expect(gameFaults(wheel(), [])).toEqual({});
  });

  test('a text that asks for much makes it costly', () => {
    const loops =
      '{% for a in (1..100) %}{% for b in (1..100) %}{% for c in (1..100) %}x{% endfor %}{% endfor %}{% endfor %}';
    expect(isCostlyThing(GAME_THING, BLANK_GAME)).toBe(false);
    expect(isCostlyThing(GAME_THING, { ...BLANK_GAME, lines: { won: [loops] } })).toBe(true);
  });

  test('what an earlier Gully kept is made whole, and what a later one adds is left out', () => {
    const old = {
      ...blankGame('raffle'),
      settings: { winners: 3, later: 1 },
      lines: { drawn: ['x'], other: ['y'] },
    };
    const body = gameBody(old);
    expect(body.settings).toEqual({ ...GAME_KINDS.raffle.settings, winners: 3 });
    expect(Object.keys(body.lines).sort()).toEqual(
      [...Object.keys(GAME_KINDS.raffle.lines), 'restart', 'stats', 'stopped'].sort(),
    );
    expect(body.lines.drawn).toEqual(['x']);
    // A kind nobody knows is not taken for another by its settings.
    expect(gameBody({ ...old, kind: 'poker' as never }).kind).toBe('high-roll');
    expect(gameBody({ ...blankGame('scatter'), begins: 'player' }).begins).toBe('hand');
  });

  test('names, stakes, pauses and texts have bounds', () => {
    const faults = (more: Partial<GameBody>): string[] =>
      Object.keys(gameFaults({ ...BLANK_GAME, ...more }, []));
    expect(faults({ name: ' ' })).toEqual(['name']);
    expect(faults({ name: 'a{{b' })).toEqual(['name']);
    expect(faults({ pause: 1.5 })).toEqual(['pause']);
    expect(faults({ begins: 'never' as never })).toEqual(['begins']);
    expect(faults({ stake: { least: 0, most: 10, usual: 5 } })).toEqual(['stake.least']);
    expect(faults({ stake: { least: 5, most: 10, usual: 11 } })).toEqual(['stake.usual']);
    expect(faults({ stake: { least: 5, most: Number.NaN, usual: 5 } })).toEqual(['stake.most']);
    expect(
      Object.keys(gameFaults({ ...blankGame('wheel'), stake: { least: 1, most: 2, usual: 2 } }, [])),
    ).toEqual(['stake.most']);
    expect(
      Object.keys(gameFaults({ ...blankGame('oracle'), stake: { least: 5, most: 5, usual: 5 } }, [])),
    ).toEqual(['stake.most']);
    expect(faults({ lines: { won: Array.from({ length: 101 }, () => 'x') } })).toEqual(['lines.won']);
    expect(faults({ lines: { won: ['x'.repeat(1_001), '{{ viewer.nmae }}{% if %}'] } })).toEqual([
      'lines.won.0',
      'lines.won.1',
    ]);
  });
});

describe('what is said', () => {
  const chance = chanceFrom(() => 0.99);
  const lines = { won: ['one', 'two'], lost: [], out: ['They set out.'], end: ['All back.', 'Back.'] };
  const body = { name: 'Toss', lines, routines: { won: 'r-cheer' } };

  test('is one text, and then what follows', () => {
    const routine = gameSays('g1', body, { lines: ['won'], told: {}, then: 'r-bell' }, chance);
    expect(routine?.routine.steps).toMatchObject([
      { kind: 'say', texts: ['one', 'two'], order: 'random' },
      { kind: 'run', routine: 'r-cheer', ifFails: 'go-on' },
      { kind: 'run', routine: 'r-bell' },
    ]);
    expect(gameSays('g1', body, { lines: ['won'], told: {}, then: 'r-bell' }, chance)).toBe(routine);
  });

  test('is put together from several lines to one message', () => {
    const routine = gameSays('g1', body, { lines: ['out', 'lost', 'end'], told: {} }, chance);
    expect(routine?.routine.steps).toMatchObject([{ kind: 'say', texts: ['They set out. Back.'] }]);
  });

  test('may be told to one viewer alone, or wait until the wheel stands; without a text nothing is said', () => {
    expect(
      gameSays('g1', body, { lines: ['end'], told: {}, privately: true }, chance)?.routine.steps[0]?.kind,
    ).toBe('tell');
    expect(gameSays('g1', body, { lines: ['end'], told: {}, after: 5 }, chance)?.routine.steps).toMatchObject(
      [{ kind: 'wait', seconds: 5 }, { kind: 'say' }],
    );
    expect(gameSays('g1', body, { lines: ['lost'], told: {} }, chance)).toBeUndefined();
    expect(
      gameSays('g1', { ...body, routines: { lost: 'r-bell' } }, { lines: ['lost'], told: {} }, chance)
        ?.routine.steps,
    ).toMatchObject([{ kind: 'run', routine: 'r-bell' }]);
  });
});

describe('a command for it', () => {
  test('plays it for all, opens it for moderators, and tells why not', () => {
    const play = commandForGame('g1', 'toss');
    expect(play.trigger.name).toBe('toss');
    expect(play.gates.lowestRole).toBe('viewer');
    expect(play.routine.steps).toMatchObject([
      { kind: 'play', game: 'g1', does: 'play', ifFails: 'go-on' },
      { kind: 'if' },
    ]);
    expect(commandForGame('g1', 'starttoss', 'open').gates.lowestRole).toBe('moderator');
  });

  test('is named by what the game is called', () => {
    expect(
      ['The Descent', 'Carbide reels', 'The survey wheel', 'Ärger', '!!!'].map((name) =>
        wordFrom(name, 'play'),
      ),
    ).toEqual(['descent', 'carbidereels', 'surveywheel', 'arger', 'play']);
  });
});

test('each kind may be found, begins as it says, and its sentence names blanks it has', () => {
  for (const name of GAME_KIND_NAMES) {
    const kind = GAME_KINDS[name];
    expect([name, kind.kind, kind.words.length > 0, kind.means.length > 10]).toEqual([
      name,
      name,
      true,
      true,
    ]);
    expect([name, kind.open !== undefined]).toEqual([
      name,
      kind.begins === 'hand' || kind.begins === 'either',
    ]);
    expect([name, kind.hear !== undefined]).toEqual([name, kind.begins === 'heard']);
    for (const part of kind.line(kind.settings))
      if (typeof part !== 'string') expect(Object.keys(kind.blanks)).toContain(part.blank);
    for (const field of [...(kind.solvable ?? []), ...(kind.without?.(kind.settings) ?? [])])
      expect(Object.keys(kind.blanks)).toContain(field);
    expect([name, kind.solvable === undefined || kind.odds !== undefined]).toEqual([name, true]);
    expect([name, kind.odds === undefined, kind.trial === undefined].slice(1)).toEqual([
      kind.odds === undefined,
      kind.odds === undefined,
    ]);
  }
});
