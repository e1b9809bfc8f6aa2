import { blankGame, GAME_KIND_NAMES, GAME_KINDS, type GameKindName } from '@gully/core/games';
import { NEW } from '../ui/index.js';
import { drafts } from './kind.js';

interface KindRowProps {
  readonly chosen: GameKindName;
  /** something of it is written already */
  readonly isBegun: boolean;
}

/** The kinds of games there are, to begin a new one from. Another takes the place of all that was set. */
export function KindRow({ chosen, isBegun }: KindRowProps) {
  return (
    <section className="mt-2" aria-labelledby="kinds-title">
      <h2 id="kinds-title" className="s2 !text-soft">
        What kind of game
      </h2>
      <ul className="mt-1 grid grid-cols-[repeat(auto-fill,minmax(210px,1fr))] border-t border-l border-line">
        {GAME_KIND_NAMES.map((kind) => {
          const isChosen = isBegun && kind === chosen;
          return (
            <li key={kind} className="border-r border-b border-line">
              <button
                type="button"
                className={`kind-tile ${isChosen ? 'chosen' : ''}`}
                aria-pressed={isChosen}
                onClick={() => {
                  drafts.edit(NEW, undefined, structuredClone(blankGame(kind)));
                }}
              >
                <b>{GAME_KINDS[kind].name}</b>
                <span className="s2 block text-soft">{GAME_KINDS[kind].means}</span>
              </button>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
