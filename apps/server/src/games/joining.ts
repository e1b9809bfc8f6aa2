import { amountOfCurrency, balancesOf, move, viewerAccount, type PostedChange } from '@gully/core/currency';
import type { World } from '@gully/core/pipeline';
import type { AskedOfGame, Game, PlayDecision } from '@gully/core/plays';
import type { ViewerFacts } from '@gully/core/viewers';

/**
 * What the streamer lacks to join. They earn nothing on their own stream and may give themselves any
 * amount, so joining does it for them; the ledger names it as a correction.
 */
export function givenToJoin(
  { purse }: World,
  { name, stake }: Game,
  viewer: ViewerFacts,
  { by, at, mark }: AskedOfGame,
): PostedChange | undefined {
  const account = viewerAccount(viewer.id);
  const has = purse.of(account)?.balance;
  if (!purse.settings.enabled || has === undefined || has >= stake.usual) return undefined;
  const amount = stake.usual - has;
  const given = move(
    balancesOf(purse),
    { from: 'issued', to: account, amount },
    {
      key: `${mark}:join`,
      ...{ cause: 'correction', reference: '', by, at },
      words: `gives ${amountOfCurrency(purse.settings, amount)} to ${viewer.name}, to join ${name}`,
    },
  );
  return 'change' in given ? given.change : undefined;
}

/** A decision with what comes before it, where it was not refused. */
export function withBefore(first: PostedChange | undefined, decision: PlayDecision): PlayDecision {
  if (first === undefined || 'fault' in decision) return decision;
  return { ...decision, changes: [first, ...decision.changes] };
}
