import { BLANK_GAME, GAME_KINDS, gameBody, linesOf, type GameBody } from '@gully/core/games';
import { plainText } from '@gully/core/routines';
import { durationInWords } from '@gully/core/text';
import type { Game } from '../api/index.js';
import { declared, type Parts } from '../editing/index.js';
import { settingsInWords } from './settings-in-words.js';

const blankGame = (): GameBody => structuredClone(BLANK_GAME);
/** What a draft of an earlier version lacks is as it ships. */
const whole = (body: Partial<GameBody>): GameBody => gameBody({ ...blankGame(), ...body });

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

export const GAME = declared<GameBody, Game>({
  thing: 'game',
  blank: BLANK_GAME,
  whole,
  bodyOf: gameBody,
  parts: PARTS,
});
export const { drafts } = GAME;
