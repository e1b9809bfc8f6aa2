import { isLike, type StepLike } from '../area/index.js';
import { ROLE_NAMES, ROLES, type Role } from '../chat/index.js';
import { allSteps } from '../routines/index.js';
import type { ViewerFacts } from '../viewers/index.js';
import { whoGate } from './gates.js';
import type { PreparedCommand, Triggers } from './match.js';

const TITLES = new Intl.Collator();
/** Sorting a thousand names takes some milliseconds, and a channel's triggers stay as they are until they change. */
const sorted = new WeakMap<Triggers, readonly PreparedCommand[]>();

/** The commands that are on and can be used, in the order of their names. */
function usable(index: Triggers): readonly PreparedCommand[] {
  const known = sorted.get(index);
  if (known !== undefined) return known;
  const found = index.commands
    .filter(({ command, fault }) => command.trigger.name !== '' && command.enabled && fault === undefined)
    .sort((a, b) => TITLES.compare(a.title, b.title));
  sorted.set(index, found);
  return found;
}

/** The commands a viewer may use, by name: what is on, and asks for no role they lack. */
export function openCommands(index: Triggers, viewer: ViewerFacts, roles: readonly Role[]): string[] {
  return usable(index)
    .filter(
      ({ command }) =>
        whoGate(command.gates, { viewer: viewer.id, name: viewer.name, roles }).stop === undefined,
    )
    .map(({ title }) => title);
}

/** A command whose steps do something, as it is typed; the first by name. */
export function commandDoing(index: Triggers, like: StepLike): string | undefined {
  return usable(index).find(({ command }) =>
    allSteps(command.routine.steps).some((step) => isLike(step, like)),
  )?.title;
}

/** All commands with who may use them, in words: `anyone: !kit !map; moderators and up: !hold`. */
export function commandsByRole(index: Triggers): string {
  const groups = new Map<string, string[]>();
  // Those for everyone first.
  for (const role of ROLES.toReversed()) groups.set(whoOf({ lowestRole: role, onlyRoles: [] }), []);
  for (const { command, title } of usable(index)) {
    const who = whoOf(command.gates);
    const titles = groups.get(who) ?? [];
    groups.set(who, titles);
    titles.push(title);
  }
  return [...groups]
    .filter(([, titles]) => titles.length > 0)
    .map(([who, titles]) => `${who}: ${titles.join(' ')}`)
    .join('; ');
}

function whoOf({
  lowestRole,
  onlyRoles,
}: {
  readonly lowestRole: Role;
  readonly onlyRoles: readonly Role[];
}): string {
  if (onlyRoles.length > 0) return `${onlyRoles.map((role) => `${ROLE_NAMES[role]}s`).join(' and ')} only`;
  if (lowestRole === 'viewer') return 'anyone';
  return lowestRole === 'streamer' ? 'the streamer' : `${ROLE_NAMES[lowestRole]}s and up`;
}
