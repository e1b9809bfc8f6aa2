import { amountOfCurrency, balancesOf, move, viewerAccount, type PostedChange } from '@gully/core/currency';
import { channelLayers, type World } from '@gully/core/channel';
import type { AskedOfGame, Game, PlayDecision, PlayWish } from '@gully/core/games';

interface Joined {
  readonly decision: PlayDecision;
  /** what they were given first; undefined where they had enough */
  readonly given: PostedChange | undefined;
}

/**
 * Lets the streamer join with the usual stake. They earn nothing on their own stream and may give
 * themselves any amount, so what they lack is issued first; the ledger names it as a correction.
 */
export function join(world: World, game: Game, wish: PlayWish, asked: AskedOfGame): Joined {
  const given = lackOf(world, game, wish, asked);
  if (given === undefined) return { decision: world.games.play(world, game.id, wish, asked), given };
  const layers = channelLayers();
  const richer = layers.over(world);
  layers.apply(given, richer);
  const decision = world.games.play(richer, game.id, wish, asked);
  return 'fault' in decision
    ? { decision, given: undefined }
    : { decision: { ...decision, changes: [given, ...decision.changes] }, given };
}

function lackOf(
  { purse }: World,
  { name, stake }: Game,
  { viewer }: PlayWish,
  { by, at, mark }: AskedOfGame,
): PostedChange | undefined {
  const account = viewerAccount(viewer.id);
  const has = purse.of(account)?.balance;
  if (!purse.settings.enabled || has === undefined || has >= stake.usual) return undefined;
  const amount = stake.usual - has;
  const words = `gives ${amountOfCurrency(purse.settings, amount)} to ${viewer.name}, to join ${name}`;
  const moved = move(
    balancesOf(purse),
    { from: 'issued', to: account, amount },
    { key: `${mark}:join`, cause: 'correction', reference: 'give', by, at, words },
  );
  return 'change' in moved ? moved.change : undefined;
}
