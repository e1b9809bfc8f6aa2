/** What a text may insert with `{{ … }}`: one entry a value, with the words the editor's reference shows. */
export interface ValueEntry {
  readonly path: string;
  readonly means: string;
}

const PERSON: readonly [property: string, means: string][] = [
  ['name', 'their name'],
  ['role', 'their role: streamer, moderator, VIP, subscriber, follower or viewer'],
  ['watch_time', 'how long they have been here while live'],
  ['messages', 'how many messages they have written'],
  ['first_seen', 'the day they were first here'],
  ['followed_since', 'the day they began to follow; empty when they do not'],
  ['subscribed_months', 'the months they have subscribed'],
];

/** The values every text has. Inputs and counters come on top, by the names they were given. */
export const VALUES: readonly ValueEntry[] = [
  ...PERSON.map(([property, means]) => ({ path: `viewer.${property}`, means: `of who typed it: ${means}` })),
  ...PERSON.map(([property, means]) => ({
    path: `target.${property}`,
    means: `of the viewer named behind it, else who typed it: ${means}`,
  })),
  { path: 'input.all', means: 'all that was typed after the command' },
  { path: 'command.name', means: 'the command that runs' },
  { path: 'command.uses', means: 'how often it has been used, this time counted' },
  { path: 'command.uses_by_viewer', means: 'how often by who typed it, this time counted' },
  { path: 'commands.open', means: 'the commands open to who typed it, as a list' },
  { path: 'stream.live', means: 'true while the stream is live' },
  { path: 'stream.uptime', means: 'how long it has been live; empty when offline' },
  { path: 'stream.title', means: 'its title' },
  { path: 'stream.category', means: 'its category' },
  { path: 'stream.viewers', means: 'how many are watching' },
  { path: 'channel.name', means: 'the name of the channel' },
  { path: 'random.percent', means: 'a number from 1 to 100, by chance' },
  { path: 'now', means: 'the time of day' },
];

/** Beside those above, in the texts for who was refused. */
export const REFUSAL_VALUES: readonly ValueEntry[] = [
  { path: 'refused.why', means: 'what stopped it, in a few words' },
  { path: 'refused.wait', means: 'how long until it may be used again' },
];

/** The values of one rendering, by object and property. A function is asked only when its value is used. */
export type TextValues = Readonly<Record<string, unknown>>;
