/** Which chat room the bot is in, and as whom. */
export interface RoomSettings {
  /** name or address of the server */
  readonly host: string;
  /** 1 to 65,535 */
  readonly port: number;
  /** whether the connection is encrypted */
  readonly tls: boolean;
  /** with its mark: `#lanternhour` */
  readonly channel: string;
  readonly nick: string;
  /** what it signs in with by SASL; empty where it does not */
  readonly account: string;
  /** the server's message tag that tells roles; one beginning with + is set by clients and can be forged */
  readonly rolesTag: string;
  /** account or nick that is the streamer beside the channel's founder; empty for none */
  readonly streamer: string;
}

export type RoomField = keyof RoomSettings;

export const ROOM_FIELDS: readonly RoomField[] = [
  'host',
  'port',
  'tls',
  'channel',
  'nick',
  'account',
  'rolesTag',
  'streamer',
];

/** What a newcomer begins with: nothing that is theirs, and what most servers have. */
export const BLANK_ROOM: RoomSettings = {
  host: '',
  port: 6697,
  tls: true,
  channel: '',
  nick: 'gully',
  account: '',
  rolesTag: 'gully.example/roles',
  streamer: '',
};

/** What each text has to look like. */
export const ROOM_PATTERNS = {
  host: /^[^\s/@]{1,253}$/u,
  channel: /^[#&][^\s,]{1,199}$/u,
  nick: /^[^\s:#&,]{1,50}$/u,
  rolesTag: /^(?!\+)[^\s;=]{1,200}$/u,
  name: /^[^\s:]{0,100}$/u,
} as const;

const WORDS: Readonly<Record<Exclude<RoomField, 'tls'>, string>> = {
  host: 'A server is a name or an address, such as irc.example.org',
  port: 'A port is a whole number from 1 to 65,535; 6697 with encryption and 6667 without are usual',
  channel: 'A room begins with # and has no spaces, such as #lanternhour',
  nick: 'A name has 1 to 50 characters, without spaces, commas, #, & and :',
  account: 'An account has no spaces and no colon',
  rolesTag: 'A tag has no spaces, and does not begin with +, since anybody can set such a tag',
  streamer: 'A name has no spaces and no colon',
};

/** What is wrong with the settings, by field; empty when nothing is. */
export function roomFaults(room: RoomSettings): Partial<Record<RoomField, string>> {
  const { port } = room;
  const right: Readonly<Record<Exclude<RoomField, 'tls'>, boolean>> = {
    host: ROOM_PATTERNS.host.test(room.host),
    port: Number.isInteger(port) && port >= 1 && port <= 65_535,
    channel: ROOM_PATTERNS.channel.test(room.channel),
    nick: ROOM_PATTERNS.nick.test(room.nick),
    account: ROOM_PATTERNS.name.test(room.account),
    rolesTag: ROOM_PATTERNS.rolesTag.test(room.rolesTag),
    streamer: ROOM_PATTERNS.name.test(room.streamer),
  };
  return Object.fromEntries(
    Object.entries(WORDS).filter(([field]) => !right[field as Exclude<RoomField, 'tls'>]),
  );
}
