import type { PlayedGame } from '../../api/index.js';
import { Name } from '../../chat/index.js';
import { useAmounts } from '../../currency/index.js';

/** Who is up and who is down, and how long streaks were. */
export function Standings({ played }: { readonly played: PlayedGame }) {
  const { full } = useAmounts();
  const { up, down, longestLoss, longestWin, expectedLoss } = played;
  return (
    <section className="mt-3" aria-labelledby="standings-title">
      <h3 className="font-bold" id="standings-title">
        Who is up, and who is down
      </h3>
      <div className="flex flex-wrap gap-x-10">
        {[up, down].map((all, n) => (
          <ol key={n} aria-label={n === 0 ? 'Up' : 'Down'} className="min-w-52">
            {all.map(({ viewer, name, plays, net }) => (
              <li key={viewer} className="row flex-nowrap">
                <span className="min-w-0 flex-1 truncate">
                  <Name viewer={viewer} name={name} />{' '}
                  <span className="s2 text-soft">
                    {plays} {plays === 1 ? 'play' : 'plays'}
                  </span>
                </span>
                <span className={`m ${net >= 0 ? 'text-moss' : 'text-crimson'}`}>
                  {net >= 0 ? '+' : '−'}
                  {full(Math.abs(net))}
                </span>
              </li>
            ))}
            {all.length === 0 && <li className="text-soft">nobody</li>}
          </ol>
        ))}
        <p className="s2 max-w-[40ch] text-soft">
          The longest run of one viewer without a win was {longestLoss}
          {expectedLoss !== null && `; so many plays let one expect about ${String(expectedLoss)}`}. The
          longest run of wins was {longestWin}.
        </p>
      </div>
    </section>
  );
}
