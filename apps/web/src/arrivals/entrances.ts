import { STEP_KINDS } from '@gully/core/channel';
import type { Role } from '@gully/core/chat';
import { BLANK_ROUTINE, rolesInWords, routineOf, type NamedRoutineBody } from '@gully/core/routines';
import type { NamedRoutine } from '../api/index.js';

/** Hours within which nobody enters twice, unless someone says otherwise. */
const USUAL_HOURS = 8;

/** Whose entrance it is: one viewer’s, or everyone’s of a role and up. */
export type Whose =
  | { readonly viewer: string; readonly name: string }
  | { readonly role: Exclude<Role, 'streamer'>; readonly exactly?: boolean };

/** A routine that someone’s arrival starts. */
export interface Entrance {
  readonly routine: NamedRoutine;
  /** in words: `quillrush`, `VIPs and up`, `only VIPs` */
  readonly who: string;
  /** the name of a viewer it can be tried as; undefined for a whole role */
  readonly as: string | undefined;
  readonly viewers: readonly { readonly name: string; readonly viewer: string | null }[];
  /** hours that must have passed since they last came; 0 for none */
  readonly hours: number;
}

/** The entrances among all routines, in the order of their names. */
export function entrancesOf(routines: readonly NamedRoutine[]): Entrance[] {
  return routines.flatMap((routine) =>
    routine.triggers
      .filter(({ event }) => event === 'arrival')
      .map(({ viewers, lowestRole, exactly, least }) => ({
        routine,
        who:
          viewers.length > 0 ? viewers.map(({ name }) => name).join(', ') : rolesInWords(lowestRole, exactly),
        as: viewers[0]?.name,
        viewers,
        hours: least,
      })),
  );
}

/** Whether an entrance is one viewer’s own. */
export function isOf({ viewers }: Entrance, viewer: { readonly id: string; readonly name: string }): boolean {
  return viewers.some(
    (each) =>
      each.viewer === viewer.id ||
      (each.viewer === null && each.name.toLowerCase() === viewer.name.toLowerCase()),
  );
}

/** A new entrance: their picture and name on the stage, on their first message of the stream. */
export function newEntrance(whose: Whose): NamedRoutineBody {
  const isOne = 'viewer' in whose;
  const who = isOne ? whose.name : rolesInWords(whose.role, whose.exactly);
  return {
    ...BLANK_ROUTINE,
    name: `${who.charAt(0).toUpperCase()}${who.slice(1)} ${isOne ? 'arrives' : 'arrive'}`,
    group: 'Arrivals',
    triggers: [
      {
        id: 'arrival',
        event: 'arrival',
        least: USUAL_HOURS,
        lowestRole: isOne ? 'viewer' : whose.role,
        ...(!isOne && whose.exactly === true ? { exactly: true } : {}),
        viewers: isOne ? [{ name: whose.name, viewer: whose.viewer }] : [],
      },
    ],
    routine: routineOf([
      {
        ...STEP_KINDS.show.blank('entrance'),
        what: 'portrait',
        text: '{{ viewer.name }} is here',
        sound: 'gully-lantern-chime',
      },
    ]),
  };
}
