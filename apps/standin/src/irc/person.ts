/** Someone in the room: behind a socket, or one of the simulated. */
export interface Person {
  nick: string;
  readonly user: string;
  account: string | undefined;
  /** platform roles, told in the roles tag: `subscriber`, `follower` … */
  roles: readonly string[];
  away: boolean;
  /** takes no private messages */
  keepsToThemselves?: boolean;
  /** undefined for the simulated, who read nothing */
  readonly receive?: ((line: Outgoing) => void) | undefined;
}

/** A line to many readers, each of whom gets the tags they asked for. */
export interface Outgoing {
  readonly line: string;
  readonly sender: Person | undefined;
  readonly msgid?: string | undefined;
  /** tags beginning with `+`, which clients set and servers pass on */
  readonly clientTags?: ReadonlyMap<string, string>;
  readonly at: Date;
}

export function maskOf(person: Person): string {
  return `${person.nick}!${person.user}@viewers.example`;
}

/** IRC case folding, RFC 1459. */
export { foldNick as fold } from '@gully/core/viewers';
