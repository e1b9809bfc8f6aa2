import { gameFaults, LARGE_SHARE, oddsOfGame, warningsOf, GAME_KINDS, type Odds } from '@gully/core/games';
import { useQuery } from '@tanstack/react-query';
import { TriangleAlert } from 'lucide-react';
import { useMemo, useState } from 'react';
import { answerOf, api } from '../../api/index.js';
import { useAmounts } from '../../currency/index.js';
import { Choice } from '../../ui/index.js';
import type { GameEditing } from '../game-editor.js';
import { EconomyRow } from './economy-row.js';
import { FatesChart } from './fates-chart.js';
import { OddsTable } from './odds-table.js';
import { PityChart } from './pity-chart.js';
import { Simulate } from './simulate.js';
import { Solve } from './solve.js';
import { useLab } from './use-lab.js';

/** What a game gives back as it is set in the editor, saved or not: worked out, simulated, and for the economy. */
export function OddsLab({ editing }: { readonly editing: GameEditing }) {
  const { body, saved } = editing;
  const isSound = Object.keys(gameFaults(body, [])).every(
    (place) => !place.startsWith('settings.') && !place.startsWith('stake.'),
  );
  const odds = useMemo(
    () => (isSound ? oddsOfGame(body) : []),
    // Lines and names make no difference.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [isSound, JSON.stringify([body.kind, body.settings, body.stake])],
  );
  const lab = useLab();
  const [variant, setVariant] = useState<string>();
  const one = odds.find((each) => each.variant === variant) ?? odds[0];
  const { data: measured } = useQuery({
    queryKey: ['plays', 'measured', saved?.id],
    queryFn: () =>
      answerOf(api.GET('/api/plays/games/{id}/measured', { params: { path: { id: saved?.id ?? 'new' } } })),
  });
  const stake = Math.max(1, body.stake.usual);
  const isFree = GAME_KINDS[body.kind].staked === 'nothing' || body.stake.most === 0;
  return (
    <section className="lab" aria-labelledby="lab-title">
      <header className="row">
        <h2 id="lab-title">Odds lab</h2>
        <span className="s2 text-soft">what these settings give back, before anybody plays</span>
        {odds.length > 1 && one !== undefined && (
          <span className="ml-auto">
            <Choice
              label="For which bet or crew"
              value={one.variant}
              options={odds.map((each) => ({ value: each.variant, label: each.label }))}
              onChange={setVariant}
            />
          </span>
        )}
      </header>
      {!isSound && <p className="note">Put right what is wrong above; then the odds are worked out.</p>}
      {isSound && odds.length === 0 && (
        <p className="text-soft">
          {isFree
            ? 'Nothing is staked in it, so there is nothing it could give back.'
            : 'What it gives back depends on how many play and how they play; see Review › Games for how it went.'}
        </p>
      )}
      <Warnings editing={editing} odds={odds} circulating={measured?.circulating ?? 0} />
      {one !== undefined && (
        <>
          <OddsTable kind={body.kind} settings={body.settings} odds={one} lab={lab} isFree={isFree} />
          <Solve editing={editing} variant={one.variant} />
          <Simulate body={body} odds={one} stake={stake} lab={lab} />
          {lab.came !== undefined && <FatesChart came={lab.came} />}
          {one.levels.length > 1 && <PityChart levels={one.levels} />}
          {measured !== undefined && !isFree && (
            <EconomyRow measured={measured} returns={one.returns} stake={stake} />
          )}
        </>
      )}
    </section>
  );
}

interface WarningsProps {
  readonly editing: GameEditing;
  readonly odds: readonly Odds[];
  readonly circulating: number;
}

/** What to look at before it is let loose. */
function Warnings({ editing: { body }, odds, circulating }: WarningsProps) {
  const { full } = useAmounts();
  if (odds.length === 0) return null;
  const { gives, never, share } = warningsOf(body, circulating);
  const warnings = [
    gives ? 'It gives back more than is staked: whoever plays long enough gets rich.' : undefined,
    never ? 'It can never be won.' : undefined,
    share !== undefined && share > LARGE_SHARE
      ? `One play of the most that may be staked may move ${(share * 100).toFixed(0)}% of all there is (${full(circulating)}).`
      : undefined,
  ].filter((each) => each !== undefined);
  return (
    <ul>
      {warnings.map((words) => (
        <li key={words} className="row text-ochre">
          <TriangleAlert className="i s" aria-hidden="true" /> {words}
        </li>
      ))}
    </ul>
  );
}
