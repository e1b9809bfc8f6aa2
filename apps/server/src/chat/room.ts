import { roleFromMode, type Role } from '@gully/core/chat';
import { foldNick, viewerKey } from '@gully/core/viewers';

interface Member {
  readonly key: string;
  readonly modes: Set<string>;
}

/** Who is in the channel, and with which modes. A nick change keeps the member, so it keeps the viewer. */
export class Room {
  private readonly members = new Map<string, Member>();

  get size(): number {
    return this.members.size;
  }

  clear(): void {
    this.members.clear();
  }

  /** The server's full list, after joining or asking again. Keys of those already known stay. */
  replace(users: readonly { nick: string; modes: readonly string[] }[]): void {
    const before = new Map(this.members);
    this.members.clear();
    for (const { nick, modes } of users) {
      const key = before.get(foldNick(nick))?.key ?? viewerKey(nick, undefined);
      this.members.set(foldNick(nick), { key, modes: new Set(modes) });
    }
  }

  join(nick: string, account: string | undefined): void {
    this.members.set(foldNick(nick), { key: viewerKey(nick, account), modes: new Set() });
  }

  leave(nick: string): void {
    this.members.delete(foldNick(nick));
  }

  rename(from: string, to: string): void {
    const member = this.members.get(foldNick(from));
    this.members.delete(foldNick(from));
    if (member !== undefined) this.members.set(foldNick(to), member);
  }

  setMode(nick: string, letter: string, on: boolean): void {
    const modes = this.members.get(foldNick(nick))?.modes;
    if (on) modes?.add(letter);
    else modes?.delete(letter);
  }

  /** The viewer behind a nick: the account the server vouches for, else who they were when they came. */
  keyOf(nick: string, account: string | undefined): string {
    if (account !== undefined && account !== '') return viewerKey(nick, account);
    return this.members.get(foldNick(nick))?.key ?? viewerKey(nick, undefined);
  }

  /** Roles by channel mode. */
  rolesOf(nick: string): Role[] {
    const modes = this.members.get(foldNick(nick))?.modes ?? new Set<string>();
    return [...modes].map(roleFromMode).filter((role) => role !== undefined);
  }
}
