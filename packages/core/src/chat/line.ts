import type { EmotePlace } from './emotes.js';
import type { Role } from './roles.js';

/** The connections there are, as commands name them. */
export const CONNECTIONS: readonly string[] = ['irc'];

/** One message in chat as the stages see it. Times are UTC milliseconds. */
export interface ChatLine {
  readonly id: string;
  /** the connection it came by */
  readonly connection: string;
  /** the viewer's identity, see viewerKey; never their name */
  readonly viewer: string;
  readonly name: string;
  readonly roles: readonly Role[];
  readonly text: string;
  readonly at: number;
  /** pictures the platform puts in place of words: where each stands, in UTF-16 units */
  readonly emotes?: readonly EmotePlace[];
}
