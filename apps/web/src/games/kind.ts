import { BLANK_GAME, GAME_KINDS, gameBody, linesOf, type GameBody } from '@gully/core/games';
import { plainText } from '@gully/core/routines';
import { durationInWords } from '@gully/core/text';
import { answerOf, api, gameAsSent, type Game } from '../api/index.js';
import { placesIn, type Kind, type Parts } from '../editing/index.js';
import { gamesQuery } from '../live/index.js';
import { draftsOf } from '../ui/index.js';
import { settingsInWords } from './settings-in-words.js';

const blankGame = (): GameBody => structuredClone(BLANK_GAME);
/** What a draft of an earlier version lacks is as it ships. */
const whole = (body: Partial<GameBody>): GameBody => gameBody({ ...blankGame(), ...body });

export const drafts = draftsOf<GameBody>({
  kind: 'game',
  blank: blankGame,
  whole,
  differ: (a, b) => JSON.stringify(a) !== JSON.stringify(b),
});

const PARTS: Parts<GameBody> = {
  name: { label: 'Name', of: ({ name }) => name, words: ({ name }) => name || 'none' },
  kind: { label: 'Kind', of: ({ kind }) => kind, words: ({ kind }) => GAME_KINDS[kind].name },
  enabled: { label: 'On', of: ({ enabled }) => enabled, words: ({ enabled }) => (enabled ? 'yes' : 'no') },
  stake: {
    label: 'Stake',
    of: ({ stake }) => stake,
    words: ({ stake: { least, most, usual } }) =>
      least === most ? String(most) : `${String(least)} to ${String(most)}, ${String(usual)} unless typed`,
  },
  begins: {
    label: 'Begins',
    of: ({ begins }) => begins,
    words: ({ begins }) => (begins === 'hand' ? 'by hand' : 'with whoever plays first'),
  },
  pause: {
    label: 'Pause',
    of: ({ pause }) => pause,
    words: ({ pause }) => (pause === 0 ? 'none' : durationInWords(pause * 1_000)),
  },
  settings: { label: 'How it is played', of: ({ settings }) => settings, words: settingsInWords },
  lines: {
    label: 'Lines',
    of: ({ lines }) => lines,
    words: ({ lines, kind }) =>
      Object.keys(linesOf(GAME_KINDS[kind]))
        .flatMap((line) => (lines[line] ?? []).map(plainText))
        .join(' / '),
  },
  routines: {
    label: 'Routines',
    of: ({ routines }) => routines,
    words: ({ routines }) =>
      `${String(Object.values(routines).filter((id) => id !== '').length)} of its lines run one`,
  },
};

const known = (saved: unknown): Game => saved as Game;

export const GAME: Kind<GameBody, Game> = {
  thing: 'game',
  word: 'game',
  path: '/prepare/games',
  drafts,
  blank: blankGame,
  bodyOf: gameBody,
  copyOf: (body) => ({ ...body, name: `${body.name} copy` }),
  readVersion: whole,
  parts: PARTS,
  server: {
    create: async (body) => known(await answerOf(api.POST('/api/games', { body: gameAsSent(body) }))),
    replace: async (id, body, version) =>
      known(
        await answerOf(
          api.PUT('/api/games/{id}', { params: { path: { id } }, body: { ...gameAsSent(body), version } }),
        ),
      ),
    remove: (id) => answerOf(api.DELETE('/api/games/{id}', { params: { path: { id } } })),
    restore: async (id) =>
      known(await answerOf(api.POST('/api/games/{id}/restore', { params: { path: { id } } }))),
    stepBack: async (id, version) =>
      known(
        await answerOf(
          api.POST('/api/games/{id}/step-back', { params: { path: { id } }, body: { version } }),
        ),
      ),
    several: async (body) => (await answerOf(api.POST('/api/games/several', { body }))).map(known),
  },
  ...placesIn<Game>(gamesQuery.queryKey, ({ name }) => name),
};
