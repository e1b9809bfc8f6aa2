import { IF_FAILS, type MayFail, type StepBase, type StepKindOf } from '../area/index.js';
import type { GamesTypes } from './types.js';
import type { PlayWish } from './view.js';

/** Plays a game, opens a round of it, stops it, or tells how someone did. */
export interface PlayStep extends StepBase, MayFail {
  readonly kind: 'play';
  /** its id */
  readonly game: string;
  readonly does: PlayWish['does'];
  /** Liquid that comes to the stake and what else is played with */
  readonly typed: string;
}

const DOES: Readonly<Record<PlayWish['does'], string>> = {
  play: 'play',
  open: 'open a round of',
  stop: 'stop, and give the stakes back, in',
  stats: 'tell how someone did in',
};

const play: StepKindOf<GamesTypes, PlayStep> = {
  kind: 'play',
  group: 'Do',
  verb: 'Game:',
  means: 'plays a game, opens or stops it, or tells how someone did',
  words: ['game', 'gamble', 'bet', 'stake', 'dice', 'slots', 'raffle', 'duel', 'wheel'],
  blanks: {
    does: { as: 'choice', label: 'What is done', options: DOES },
    game: { as: 'reference', to: 'game', label: 'Game' },
    typed: { as: 'text', label: 'Stake and more', example: '{{ input.all }}', most: 200 },
    ifFails: IF_FAILS,
  },
  line: ({ does }) => [
    { blank: 'does' },
    { blank: 'game' },
    ...(does === 'play' ? ['with', { blank: 'typed' as const }] : []),
    'if it cannot be,',
    { blank: 'ifFails' },
  ],
  blank: (id) => ({ kind: 'play', id, does: 'play', game: '', typed: '{{ input.all }}', ifFails: 'stop' }),
  run({ does, game, typed, ifFails }, run) {
    const { world, occasion, at, mark } = run;
    // Else a routine that waits for the end of games could go on with itself for ever.
    if (does === 'play' && occasion.event?.kind === 'played')
      return { failed: 'the end of a game plays no other', stop: ifFails === 'stop' };
    const { viewer, roles } = occasion;
    const by = viewer.roles.includes('streamer') ? 'streamer' : (`viewer:${viewer.id}` as const);
    const wish = { does, viewer, roles, typed: does === 'play' ? run.render(typed).text : '' };
    const decided = world.games.play(world, game, wish, { by, at, mark });
    if ('fault' in decided)
      return { failed: decided.fault, forAll: decided.forAll === true, stop: ifFails === 'stop' };
    for (const change of decided.changes) run.change(change);
    run.note(`${run.name}: ${DOES[does]} ${world.games.find(game)?.name ?? 'a game'}`, decided.words);
    const { says } = decided;
    if (says === undefined) return undefined;
    return {
      then: world.gameTexts.of(game, says, world.chance),
      about: { game: { id: game, told: says.told } },
    };
  },
};

export const GAME_STEPS = { play };
