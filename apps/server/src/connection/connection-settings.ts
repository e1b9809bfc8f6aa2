import { Injectable } from '@nestjs/common';
import type { Actor } from '@gully/core/actors';
import { ROOM_FIELDS, roomFaults, type RoomField, type RoomSettings } from '@gully/core/connection';
import { Environment } from '../configuration/index.js';
import { Problem } from '../problem/index.js';
import { SettingsService, type SettingOf } from '../settings/index.js';
import { Secrets } from './secrets.js';

/** What one signs in with; never told to a page. */
export interface RoomSecrets {
  /** of the server; empty for none */
  readonly password: string;
  /** of the account; empty for none */
  readonly accountPassword: string;
}
export type RoomSecret = keyof RoomSecrets;
export const ROOM_SECRETS: readonly RoomSecret[] = ['password', 'accountPassword'];

/** The room with all that is needed to enter it. */
export type Room = RoomSettings & RoomSecrets;

/** What was set in the interface; secrets are sealed, an empty one is none. */
type Stored = RoomSettings & { readonly sealed: RoomSecrets };

const ROOM: SettingOf<Stored | null> = { name: 'room', fallback: null };

const VARIABLES = {
  host: 'GULLY_IRC_HOST',
  port: 'GULLY_IRC_PORT',
  tls: 'GULLY_IRC_TLS',
  channel: 'GULLY_IRC_CHANNEL',
  nick: 'GULLY_IRC_NICK',
  account: 'GULLY_IRC_ACCOUNT',
  rolesTag: 'GULLY_ROLES_TAG',
  streamer: 'GULLY_STREAMER',
  password: 'GULLY_IRC_PASSWORD',
  accountPassword: 'GULLY_IRC_ACCOUNT_PASSWORD',
} as const satisfies Record<RoomField | RoomSecret, keyof Environment>;

/** Any of these says where the room is, so that nothing has to be asked. */
const TELLING = ['GULLY_IRC_HOST', 'GULLY_IRC_PORT', 'GULLY_IRC_CHANNEL'];

/**
 * Which room the bot is in, as it was set in the interface. What the environment sets takes
 * precedence, and cannot be changed here.
 */
@Injectable()
export class ConnectionSettings {
  private known: { readonly version: number; readonly room: Room } | undefined;

  constructor(
    private readonly environment: Environment,
    private readonly settings: SettingsService,
    private readonly secrets: Secrets,
  ) {}

  /** Calls `follower` after it was set. */
  subscribe(follower: () => void): void {
    this.settings.subscribe((name) => {
      if (name === ROOM.name) follower();
    });
  }

  get room(): Room {
    const { value, version } = this.settings.get(ROOM);
    if (this.known?.version !== version) this.known = { version, room: this.merged(value) };
    return this.known.room;
  }

  /** The server's tag that tells where emotes stand in a message. */
  get emotesTag(): string {
    return this.environment.GULLY_EMOTES_TAG;
  }

  /** The channel's name as people say it: without IRC's mark. */
  get channelName(): string {
    return this.isSet ? this.named : 'your channel';
  }

  private get named(): string {
    return this.room.channel.replace(/^[#&]+/u, '');
  }

  /** 0 while it was never set in the interface */
  get version(): number {
    return this.settings.get(ROOM).version;
  }

  /** Whether anybody said where the room is. */
  get isSet(): boolean {
    return this.settings.get(ROOM).value !== null || TELLING.some((name) => this.environment.given.has(name));
  }

  /** What the environment sets, with the variables' names. */
  get fromEnvironment(): Partial<Record<RoomField | RoomSecret, string>> {
    const given = Object.entries(VARIABLES).filter(([, name]) => this.environment.given.has(name));
    return Object.fromEntries(given);
  }

  /** The room a page asks for, with what the environment sets and the secrets that are kept. @throws Problem 422 by fields */
  wished(settings: RoomSettings, secrets: Partial<RoomSecrets>): Room {
    const { room } = this;
    const fixed = this.fromEnvironment;
    const take = <K extends keyof Room>(key: K, wish: Room[K] | undefined): Room[K] =>
      key in fixed ? room[key] : (wish ?? room[key]);
    const wished: Room = {
      host: take('host', settings.host.trim()),
      port: take('port', settings.port),
      tls: take('tls', settings.tls),
      channel: take('channel', settings.channel.trim()),
      nick: take('nick', settings.nick.trim()),
      account: take('account', settings.account.trim()),
      rolesTag: take('rolesTag', settings.rolesTag.trim()),
      streamer: take('streamer', settings.streamer.trim()),
      password: take('password', secrets.password),
      accountPassword: take('accountPassword', secrets.accountPassword),
    };
    const fields = roomFaults(wished);
    const words = Object.values(fields);
    if (words.length > 0)
      throw new Problem(422, 'The connection is not changed', `${words.join('. ')}.`, { fields });
    return wished;
  }

  async set(room: Room, version: number, actor: Actor): Promise<void> {
    const plain = Object.fromEntries(
      ROOM_FIELDS.map((field) => [field, room[field]]),
    ) as unknown as RoomSettings;
    const seal = (of: RoomSecret): string => (room[of] === '' ? '' : this.secrets.seal(room[of], of));
    const sealed = { password: seal('password'), accountPassword: seal('accountPassword') };
    await this.settings.set(ROOM, { ...plain, sealed }, version, actor);
  }

  private merged(stored: Stored | null): Room {
    const open = (of: RoomSecret): string => {
      const sealed = stored?.sealed[of] ?? '';
      return sealed === '' ? '' : (this.secrets.open(sealed, of) ?? '');
    };
    const kept =
      stored === null
        ? {}
        : { ...stored, password: open('password'), accountPassword: open('accountPassword') };
    const { environment } = this;
    const of = <K extends keyof Room>(key: K): Room[K] => {
      const name = VARIABLES[key];
      const own = (kept as Partial<Room>)[key];
      const value = environment.given.has(name) ? environment[name] : (own ?? environment[name]);
      return (value ?? '') as Room[K];
    };
    return {
      host: of('host'),
      port: of('port'),
      tls: of('tls'),
      channel: of('channel'),
      nick: of('nick'),
      account: of('account'),
      rolesTag: of('rolesTag'),
      streamer: of('streamer'),
      password: of('password'),
      accountPassword: of('accountPassword'),
    };
  }
}
