import type { EmotePlace, TagRoles } from '@gully/core/chat';
import type { Present } from './room.js';

/** The name of the one connection there is yet, as commands and viewers know it. */
export const CONNECTION = 'irc';

/** A line someone typed, with what the connection knows of who it was. */
export interface Heard extends TagRoles {
  readonly key: string;
  readonly nick: string;
  readonly text: string;
  /** where pictures stand in place of words */
  readonly emotes: readonly EmotePlace[];
  /** what the server calls the message, where it names them */
  readonly msgid: string | undefined;
}

/** Someone else with moderator rights did something in the room. */
export interface Moderated {
  /** who, by name */
  readonly by: string;
  readonly does: 'kick' | 'ban' | 'unban';
  /** whom: a name, or a mask as IRC has it */
  readonly whom: string;
  readonly reason: string;
}

export interface ConnectionListener {
  /** by someone other than Gully */
  moderated?(act: Moderated): void;
  heard?(line: Heard): void;
  /** someone wrote to Gully alone */
  whispered?(line: Heard): void;
  /**
   * The server sent one of our own lines back: it was said.
   *
   * @param to the viewer who alone got it
   */
  echoed?(text: string, to: string | undefined): void;
  /** what was brought to one viewer alone did not get there, in the server’s words */
  undelivered?(nick: string, words: string): void;
  /** the server has taken all that was sent before the question of that name */
  reached?(question: string): void;
  /** the server does not let Gully do what it just asked for, in its words */
  actRefused?(words: string): void;
  /** someone came into the room */
  joined?(nick: string): void;
  /** may speak now */
  opened?(): void;
  closed?(): void;
  /** someone is no longer in the room */
  left?(member: Present): void;
}
