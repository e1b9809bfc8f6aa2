import type { Fragment } from '../folding.js';
import { atMost, faultsOf, rangeFault, type Filter } from '../filter.js';

export interface EmotesSettings {
  readonly most: number;
  /** per cent of the message's words that may be emotes, from so many emotes on */
  readonly share: number;
  readonly from: number;
}

/** An emoji with all that belongs to it: skin, joined ones, flags, keycaps. */
const EMOJI =
  /\p{Regional_Indicator}{2}|[0-9#*]\ufe0f?\u20e3|\p{Extended_Pictographic}(?:\ufe0f|\p{Emoji_Modifier})?(?:\u200d\p{Extended_Pictographic}(?:\ufe0f|\p{Emoji_Modifier})?)*/gu;

/** Emotes as the platform marks them, and emoji. */
export const EMOTES: Filter<EmotesSettings> = {
  name: 'emotes',
  title: 'Emotes',
  ofText: true,
  blank: { most: 15, share: 100, from: 8 },
  faults: ({ most, share, from }) =>
    faultsOf({
      most: rangeFault(most, 0, 500),
      share: rangeFault(share, 0, 100),
      from: rangeFault(from, 1, 500),
    }),
  prepare: ({ most, share, from }) => ({
    measure({ text, written }) {
      const emotes = written.emotes.filter(({ to }) => to <= text.length);
      const isIn = (at: number): boolean => emotes.some((emote) => at >= emote.from && at < emote.to);
      // There is none in ASCII, and most messages are.
      const emoji = (/[^\x20-\x7e]/u.test(text) ? [...text.matchAll(EMOJI)] : [])
        .filter(({ index }) => !isIn(index))
        .map(({ index, 0: found }): Fragment => ({ from: index, to: index + found.length }));
      const found = [...emotes, ...emoji].sort((a, b) => a.from - b.from);
      const words = wordsBeside(text, found);
      const part = found.length < from ? 0 : (found.length * 100) / (found.length + words);
      const told = {
        measure: `${String(found.length)} emotes, ${String(words)} ${words === 1 ? 'word' : 'words'}`,
        allowed: `at most ${String(most)}, and ${String(share)}% from ${String(from)} on`,
      };
      return found.length > most ? atMost(found.length, most, told, found) : atMost(part, share, told, found);
    },
  }),
};

function wordsBeside(text: string, emotes: readonly Fragment[]): number {
  let rest = '';
  let at = 0;
  for (const { from, to } of emotes) {
    rest += `${text.slice(at, from)} `;
    at = Math.max(at, to);
  }
  return (rest + text.slice(at)).split(/\s+/u).filter((word) => /[\p{L}\p{N}]/u.test(word)).length;
}
