/** What a text may insert with `{{ … }}`: one entry a value, with the words the editor's reference shows. */
export interface ValueEntry {
  readonly path: string;
  readonly means: string;
  /** the heading it stands under */
  readonly about: string;
  /** further words people look for it by */
  readonly words: readonly string[];
}

const PERSON: readonly (readonly [property: string, means: string])[] = [
  ['name', 'their name'],
  ['role', 'streamer, moderator, VIP, subscriber, follower or viewer'],
  ['watch_time', 'how long they have been here while live'],
  ['messages', 'how many messages they have written'],
  ['first_seen', 'the day they were first here'],
  ['followed_since', 'the day they began to follow; empty when they do not'],
  ['subscribed_months', 'the months they have subscribed'],
  ['balance', 'what they have of the currency'],
  ['earned', 'what they have earned of it in all, spent or not'],
  ['place', 'the place they take by what they have'],
  ['rank', 'the highest rank they have reached; empty for none'],
  ['next_rank', 'the rank they reach next; empty at the top'],
  ['handle', 'what they are called in this game; empty when that is not known'],
];

const ALL: Readonly<Record<string, readonly (readonly [path: string, means: string])[]>> = {
  'Who typed it': PERSON.map(([property, means]) => [`viewer.${property}`, means]),
  'The viewer named after the command, or else the one who typed it': PERSON.map(([property, means]) => [
    `target.${property}`,
    means,
  ]),
  'The command': [
    ['input.all', 'all that was typed after the command'],
    ['command.name', 'the command that runs'],
    ['command.uses', 'how often it has been used, including now'],
    ['command.uses_by_viewer', 'how often this viewer has used it, including now'],
    ['commands.open', 'the commands this viewer can use, as a list'],
    ['commands.by_role', 'all commands, with who may use them'],
  ],
  'The stream': [
    ['stream.live', 'true while it is live'],
    ['stream.uptime', 'how long it has been live; empty when offline'],
    ['stream.title', 'its title'],
    ['stream.category', 'its category'],
    ['stream.viewers', 'how many are watching'],
    ['stream.last_follower', 'who followed last'],
    ['timers.next', 'the timers that are due next, in words'],
  ],
  'The currency': [
    ['currency.name', 'what it is called, several of it'],
    ['currency', 'its name, for one or several: {{ viewer.balance | amount: currency }}'],
    ['currency.one', 'what one of it is called'],
    ['currency.mark', 'the mark that stands before an amount'],
    ['currency.hour', 'what an hour of watching pays'],
    ['currency.every', 'the minutes between payouts'],
    ['currency.top', 'the five who have the most, in words'],
  ],
  'The queue': [
    ['queue.name', 'the queue of the current category, else the default one'],
    ['queue.open', 'true while people may join'],
    ['queue.waiting', 'how many are waiting'],
    ['queue.place', 'the place of whoever is named, else of who typed it; empty for somebody not waiting'],
    ['queue.wait', 'how long that takes, in words: about 25 to 40 min'],
    ['queue.next', 'who is called next'],
    ['queue.list', 'the first five who wait, and how many more'],
    ['queue.called', 'who is being called'],
    ['queue.playing', 'who is playing'],
    ['queue.turns', 'how many turns they have had in this stream'],
    ['queue.seconds', 'seconds they have left to answer their call'],
    ['queue.join', 'the command people join with'],
    ['queue.here', 'the command people answer a call with'],
    ['queue.handle_name', 'what a name in this game is called, such as rope ID'],
    ['queue.own_handle', 'your own name in this game'],
    ['queue.while_off', 'true when a call ran out while Gully was off'],
  ],
  'The reward': [
    ['reward.name', 'the reward that is bought'],
    ['reward.description', 'what it is described as'],
    ['reward.price', 'what it costs this viewer'],
    ['reward.minutes', 'the minutes an ordinary viewer watches for it'],
    ['reward.left', 'how many are left; empty where there is no limit'],
    ['reward.sold', 'how many were sold in this stream'],
    ['reward.type', 'what to type to buy it'],
    ['reward.answer', 'what the buyer answered, where chat may know'],
    ['reward.target', 'who is benched'],
    ['reward.time', 'for how long they are benched'],
    ['reward.missing', 'what the buyer is still asked for in private'],
    ['reward.bot', 'the name people send private messages to'],
    ['reward.line', 'the line the buyer gets; empty everywhere but where it is handed out'],
    ['reward.list', 'the rewards this viewer may buy, with their prices'],
  ],
  'The game': [
    ['game.name', 'the game that is played'],
    ['game.type', 'the command it is played with'],
    ['game.stake', 'what was staked'],
    ['game.pays', 'what came back, the stake included'],
    ['game.net', 'what was won or lost'],
    ['game.result', 'what came up: a number, symbols, a segment, an answer'],
    ['game.outcome', 'how it ended, in a word: won, lost, or what the kind of game calls it'],
    ['game.pot', 'all that was staked in this round'],
    ['game.count', 'how many take part'],
    ['game.names', 'who they are: the first ten, and how many more'],
    ['game.winners', 'who won how much'],
    ['game.last_winner', 'who won last, in any game since Gully began'],
    ['game.losers', 'how many went away with nothing'],
    ['game.time', 'how long until something happens, in words'],
    ['game.left', 'what is left: health, finds'],
    ['game.most', 'of how much that is'],
    ['game.rival', 'the other one in a duel'],
    ['game.times', 'free spins, or guesses so far'],
    ['game.plays', 'how often this viewer has played it'],
    ['game.won', 'what this viewer has won with it so far; below 0 for a loss'],
    ['game.best', 'the most one play has brought this viewer'],
    ['game.streak', 'wins in a row of this viewer; below 0 for losses'],
    ['game.staked', 'all this viewer has staked in it'],
    ['game.longest_win', 'the most wins in a row this viewer has had'],
    ['game.longest_loss', 'the most losses in a row this viewer has had'],
    ['game.all_plays', 'how often it was played in all'],
    ['game.all_won', 'what all viewers together have won with it; below 0 for a loss'],
    ['game.all_best', 'the most one play has brought anybody'],
  ],
  'What happened': [
    [
      'event.kind',
      'follow, subscribed, renewed, gifted, raid, tip, cheer, live, offline, arrival, return, rank, called, confirmed, missed, redeemed or played',
    ],
    [
      'event.count',
      'months renewed, subscriptions gifted, people raiding, tokens cheered, days away, what was won in a game',
    ],
    ['event.amount', 'what was tipped, such as 5.00 EUR'],
    [
      'event.message',
      'what they wrote with it, the rank they reached, the queue they were called in, the reward they bought, or the game that ended',
    ],
    ['event.recipient', 'who got a gifted subscription, or was benched'],
  ],
  'Everything else': [
    ['channel.name', 'the name of the channel'],
    ['random.percent', 'a number from 1 to 100, by chance'],
    ['now', 'the time of day'],
  ],
};

/** What people call values, beside their names and meanings. */
const WORDS: Readonly<Record<string, readonly string[]>> = {
  'viewer.name': ['who', 'sender', 'user', 'author', 'username', 'nick'],
  'viewer.watch_time': ['hours', 'watched', 'minutes'],
  'viewer.messages': ['lines', 'chat count'],
  'viewer.followed_since': ['following', 'how long followed'],
  'target.name': ['mentioned', 'somebody else', 'recipient'],
  'input.all': ['arguments', 'query', 'rest', 'message'],
  'viewer.balance': ['points', 'currency', 'money', 'wallet', 'coins'],
  'viewer.earned': ['total', 'lifetime'],
  'viewer.place': ['position', 'leaderboard'],
  'currency.top': ['leaderboard', 'richest', 'ranking'],
  'viewer.rank': ['level', 'title'],
  'currency.name': ['points', 'coins'],
  'currency.hour': ['how to earn', 'rate'],
  'command.uses': ['count', 'times used'],
  'viewer.handle': ['in-game name', 'friend code', 'gamer tag', 'id'],
  'reward.list': ['shop', 'store', 'buy'],
  'reward.price': ['cost'],
  'reward.left': ['stock'],
  'reward.answer': ['input', 'message'],
  'queue.place': ['position', 'number in line'],
  'queue.wait': ['estimate', 'how long', 'eta'],
  'queue.list': ['line', 'lobby', 'who waits'],
  'stream.uptime': ['time live', 'how long live', 'duration'],
  'stream.category': ['game', 'playing'],
  'stream.title': ['topic'],
  'stream.viewers': ['audience', 'viewer count'],
  'channel.name': ['streamer', 'broadcaster'],
  'random.percent': ['dice', 'roll', 'chance', 'number'],
  now: ['clock', 'time', 'hour'],
  'event.amount': ['money', 'donation'],
  'event.count': ['how many', 'months', 'party size'],
};

/** The values every text has. Inputs and counters come on top, by the names they were given. */
export const VALUES: readonly ValueEntry[] = Object.entries(ALL).flatMap(([about, entries]) =>
  entries.map(([path, means]) => ({ path, means, about, words: WORDS[path] ?? [] })),
);

/** Beside those above, in the texts for who was refused. */
export const REFUSAL_VALUES: readonly ValueEntry[] = [
  { path: 'refused.why', means: 'what stopped it, in a few words', about: 'The refusal', words: [] },
  { path: 'refused.wait', means: 'how long until it may be used again', about: 'The refusal', words: [] },
];

/** The values of one rendering, by object and property. A function is asked only when its value is used. */
export type TextValues = Readonly<Record<string, unknown>>;
