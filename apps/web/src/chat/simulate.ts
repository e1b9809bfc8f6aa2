import { isPlatformEvent } from '@gully/core/stream';
import { answerOf, api, type Role } from '../api/index.js';
import { tellProblem } from '../ui/index.js';
import type { Raised } from './raise-event.js';

/** Who does it where nobody is named. */
export const SOMEBODY = 'pebblewren';

/** Where this browser keeps as whom the dock's line speaks, where the room is simulated. */
export const SAY_AS = { name: 'gully.say-as', role: 'gully.say-as.role' } as const;

/** Has the simulated platform tell of an event. @param name who does it; empty for someone */
export async function simulate({ kind, count, message }: Raised, name: string, roles: Role[]): Promise<void> {
  // All else comes of what is said and done, and not from the platform.
  if (!isPlatformEvent(kind)) return;
  try {
    const who = ['live', 'offline'].includes(kind) ? {} : { name: name || SOMEBODY, roles };
    await answerOf(api.POST('/api/standin/event', { body: { type: kind, ...who, count, message } }));
  } catch (error) {
    tellProblem(error);
  }
}

export function rolesOf(role: string | null): Role[] {
  return role === null || role === 'viewer' ? [] : [role as Role];
}
