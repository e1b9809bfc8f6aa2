import { EVENT_KINDS, eventNoun, EVENTS } from '@gully/core/channel';
import { useQuery } from '@tanstack/react-query';
import { channelQuery } from '../live/index.js';
import type { ActsProps } from '../manifest/index.js';
import { useStored } from '../ui/index.js';
import { PLATFORM_EVENTS } from '@gully/core/stream';
import { rolesOf, SAY_AS, simulate, SOMEBODY } from './simulate.js';
import { playInRehearsal } from './why-ways.js';

/** How many raid, gift or cheer where the palette raises it; the dock asks. */
const COUNT = 12;

/** Raising events from the palette: in the rehearsal, and for real where the platform is simulated. */
export function EventPalette({ search, show }: ActsProps) {
  const { data: channel } = useQuery(channelQuery);
  const [stored] = useStored(SAY_AS.name);
  const [role] = useStored(SAY_AS.role);
  // There are many; they are listed once something is looked for.
  if (search.trim() === '') return null;
  const name = stored ?? '';
  const raised = (kind: (typeof EVENT_KINDS)[number]) => ({
    kind,
    count: EVENTS[kind].counts === undefined ? 0 : COUNT,
    message: '',
  });
  const simulated = channel?.standin === true ? PLATFORM_EVENTS : [];
  return (
    <>
      {simulated.map((kind) =>
        show({
          label: `Raise ${eventNoun(kind)}`,
          hint: 'simulated',
          words: ['event', EVENTS[kind].name],
          run: () => void simulate(raised(kind), name, rolesOf(role)),
        }),
      )}
      {EVENT_KINDS.map((kind) =>
        show({
          label: `Rehearse ${eventNoun(kind)}`,
          hint: 'nothing real happens',
          words: ['raise', 'event', EVENTS[kind].name],
          run: () => {
            playInRehearsal({ name: name || SOMEBODY, roles: rolesOf(role), typed: raised(kind) });
          },
        }),
      )}
    </>
  );
}
