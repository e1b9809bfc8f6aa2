import type { CommandsDoing } from '../area/index.js';
import type { PostedChange } from '../currency/index.js';
import type { Chance } from '../random/index.js';
import type { Quiet } from '../quiet/index.js';
import type { PreparedRoutine } from '../routines/index.js';
import type { ViewersView } from '../viewers/index.js';
import type { PlayedChange } from './round.js';
import type { PlayStep } from './steps.js';
import type { ToldPlay } from './values.js';
import type { GamesView, HeardChange, PlayWorld, SaidOfGame } from './view.js';

/** What games say, as routines; undefined where they say nothing then. */
export interface GameTexts {
  of(game: string, said: SaidOfGame, chance: Chance): PreparedRoutine | undefined;
}

export interface GamesTypes {
  readonly view: { readonly games: GamesView; readonly gameTexts: GameTexts };
  readonly looksAt: PlayWorld & {
    readonly commands: CommandsDoing;
    readonly viewers: Pick<ViewersView, 'known'>;
    readonly quiet: Quiet;
    readonly self: string;
    readonly channelName: string;
    readonly routines: { forEvent(kind: 'played'): readonly unknown[] };
  };
  readonly change: PlayedChange | HeardChange;
  readonly makes: PostedChange;
  readonly step: PlayStep;
  readonly event: 'played';
  readonly about: {
    /** the game it is about, by id, and what there is to tell of it */
    readonly game: { readonly id: string; readonly told: ToldPlay };
  };
}
