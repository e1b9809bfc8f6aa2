import { blankGame, GAME_KIND_NAMES, GAME_KINDS } from '@gully/core/games';
import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import type { Game } from '../api/index.js';
import { useAmounts } from '../currency/index.js';
import { AddLink, KindPage, SeveralBar, useSeveral } from '../editing/index.js';
import { DataTable } from '../table/index.js';
import { comesLater } from '../ui/index.js';
import { columnsOf } from './columns.js';
import { GAME } from './kind.js';
import { thingsQuery } from '../live/index.js';

const GameEditor = comesLater(async () => (await import('./game-editor.js')).GameEditor);

const ABOUT = 'Chance, stakes and a line of story; each is played with a command.';
/** The first three are easy to understand on their own. */
const STARTERS = GAME_KIND_NAMES.slice(0, 3).map((kind) => ({
  what: GAME_KINDS[kind].means,
  body: blankGame(kind),
}));

/** Prepare › Games: all of them as a table, or a list of them beside the open one. */
export function GamesPage() {
  return (
    <KindPage
      kind={GAME}
      heading="Games"
      about={ABOUT}
      empty="No games yet"
      starters={STARTERS}
      asked={useQuery(thingsQuery('game'))}
      table={(games) => <GameTable games={games} />}
      editor={(id, saved, others) => <GameEditor key={id} id={id} saved={saved} others={others} />}
    />
  );
}

function GameTable({ games }: { readonly games: readonly Game[] }) {
  const { short } = useAmounts();
  const { mutate } = useSeveral(GAME);
  const columns = useMemo(
    () =>
      columnsOf({
        short,
        onToggle: ({ id, enabled }) => {
          mutate({ ids: [id], change: enabled ? 'switch-off' : 'switch-on' });
        },
      }),
    [short, mutate],
  );
  return (
    <section className="flex h-full min-w-0 flex-col bg-plane" aria-labelledby="games-title">
      <DataTable
        name="games"
        many="games"
        rows={games}
        columns={columns}
        idOf={idOf}
        titleOf={nameOf}
        faint={isOff}
        several={(chosen, clear) => (
          <SeveralBar kind={GAME} chosen={chosen} onClear={clear}>
            {() => null}
          </SeveralBar>
        )}
        head={
          <>
            <h1 id="games-title">Games</h1>
            <span className="s2 ml-1 text-soft max-[1500px]:hidden">{ABOUT}</span>
          </>
        }
        acts={<AddLink kind={GAME} />}
        empty={null}
      />
    </section>
  );
}

const idOf = ({ id }: Game): string => id;
const nameOf = ({ name }: Game): string => name;
const isOff = ({ enabled }: Game): boolean => !enabled;
