import { ROLE_NAMES, ROLES } from '@gully/core/chat';
import type { Role } from '../api/index.js';

/** Who may use a thing, as the head of a sentence. */
export const AUDIENCES: readonly { value: Role; label: string }[] = [...ROLES]
  .reverse()
  .map((role) => ({ value: role, label: audience(role) }));

function audience(role: Role): string {
  if (role === 'viewer') return 'Anyone';
  if (role === 'streamer') return 'Only the streamer';
  const name = ROLE_NAMES[role];
  return `${name.charAt(0).toUpperCase()}${name.slice(1)}s and up`;
}

/** Roles to choose from for someone who types. */
export const ROLE_CHOICES: readonly { value: Role; label: string }[] = [...ROLES]
  .reverse()
  .map((role) => ({ value: role, label: ROLE_NAMES[role] }));

/** The word that stands with a name in chat; nothing for those who are the rule. */
export function roleMark(role: Role): string | undefined {
  return role === 'viewer' || role === 'follower' ? undefined : ROLE_NAMES[role];
}
