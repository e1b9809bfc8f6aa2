import { roleFromMode, type Role } from '@gully/core/chat';
import { foldNick, viewerKey } from '@gully/core/viewers';

interface Member {
  readonly nick: string;
  readonly key: string;
  readonly modes: Set<string>;
  /** UTC milliseconds; when they came, or were first seen there */
  readonly since: number;
}

/** Someone in the room, as others may know it. */
export type Present = Pick<Member, 'nick' | 'key' | 'since'>;

/** Who is in the channel, and with which modes. A nick change keeps the member, so it keeps the viewer. */
export class Room {
  private readonly members = new Map<string, Member>();

  get size(): number {
    return this.members.size;
  }

  present(): Present[] {
    return [...this.members.values()];
  }

  clear(): void {
    this.members.clear();
  }

  /** The server's full list, after joining or asking again. Keys of those already known stay. */
  replace(users: readonly { nick: string; modes: readonly string[] }[]): void {
    const before = new Map(this.members);
    this.members.clear();
    for (const { nick, modes } of users) {
      const known = before.get(foldNick(nick));
      this.members.set(foldNick(nick), {
        nick,
        key: known?.key ?? viewerKey(nick, undefined),
        modes: new Set(modes),
        since: known?.since ?? Date.now(),
      });
    }
  }

  join(nick: string, account: string | undefined): void {
    const key = viewerKey(nick, account);
    this.members.set(foldNick(nick), { nick, key, modes: new Set(), since: Date.now() });
  }

  /** Takes in the account the server vouches for; what is not told changes nothing. */
  learn(nick: string, account: string | undefined): void {
    const member = this.members.get(foldNick(nick));
    if (member !== undefined && account !== undefined && account !== '')
      this.members.set(foldNick(nick), { ...member, key: viewerKey(nick, account) });
  }

  /** Takes them out, and tells who it was. */
  leave(nick: string): Present | undefined {
    const member = this.members.get(foldNick(nick));
    this.members.delete(foldNick(nick));
    return member;
  }

  rename(from: string, to: string): void {
    const member = this.members.get(foldNick(from));
    this.members.delete(foldNick(from));
    if (member !== undefined) this.members.set(foldNick(to), { ...member, nick: to });
  }

  setMode(nick: string, letter: string, on: boolean): void {
    const modes = this.members.get(foldNick(nick))?.modes;
    if (on) modes?.add(letter);
    else modes?.delete(letter);
  }

  /** The viewer behind a nick: the account the server vouches for, else who they were when they came. */
  knows(nick: string): boolean {
    return this.members.has(foldNick(nick));
  }

  keyOf(nick: string, account: string | undefined): string {
    if (account !== undefined && account !== '') return viewerKey(nick, account);
    return this.members.get(foldNick(nick))?.key ?? viewerKey(nick, undefined);
  }

  /** The letters of someone’s modes. */
  modesOf(nick: string): readonly string[] {
    return [...(this.members.get(foldNick(nick))?.modes ?? [])];
  }

  /** Roles by channel mode. */
  rolesOf(nick: string): Role[] {
    const modes = this.members.get(foldNick(nick))?.modes ?? new Set<string>();
    return [...modes].map(roleFromMode).filter((role) => role !== undefined);
  }
}
