import { ApiProperty } from '@nestjs/swagger';
import { ROLES, type Role } from '@gully/core/chat';
import {
  handleOfQueue,
  inState,
  LIVE_STATES,
  paceOf,
  placeOf,
  turnsNow,
  waitAt,
  waitInWords,
  type LiveState,
  type Queue,
  type QueueEntry,
  type QueueWorld,
} from '@gully/core/queue';

export class QueuedDto {
  @ApiProperty() id!: string;
  @ApiProperty() viewer!: string;
  @ApiProperty() name!: string;
  @ApiProperty({ enum: ROLES, enumName: 'Role', description: 'the strongest they have' }) role!: Role;
  @ApiProperty({ type: String, nullable: true, description: 'what they are called in the game' })
  handle!: string | null;
  @ApiProperty({ enum: LIVE_STATES, enumName: 'QueueState' }) state!: LiveState;
  @ApiProperty({ description: 'from 1; 0 for whoever is not waiting' }) place!: number;
  @ApiProperty({ format: 'date-time' }) joinedAt!: string;
  @ApiProperty({ type: String, nullable: true, format: 'date-time' }) calledAt!: string | null;
  @ApiProperty({ type: String, nullable: true, format: 'date-time' }) until!: string | null;
  @ApiProperty({ type: String, nullable: true, format: 'date-time' }) startedAt!: string | null;
  @ApiProperty({ description: 'turns in this stream' }) turns!: number;
  @ApiProperty({ description: 'calls missed' }) missed!: number;
  @ApiProperty() paid!: number;
  @ApiProperty() bump!: boolean;
  @ApiProperty({ description: 'how long until they are called, in words' }) wait!: string;
}
export class QueueStandingDto {
  @ApiProperty() id!: string;
  @ApiProperty() name!: string;
  @ApiProperty() open!: boolean;
  @ApiProperty({ description: 'the one chat means now' }) current!: boolean;
  @ApiProperty() party!: number;
  @ApiProperty() places!: number;
  @ApiProperty({ description: 'seconds to answer a call in' }) seconds!: number;
  @ApiProperty({ type: String, nullable: true, description: 'what a handle is called here' })
  handleName!: string | null;
  @ApiProperty({ description: 'the streamer’s own' }) ownHandle!: string;
  @ApiProperty({ description: 'how long someone waits who joins now, in words' }) wait!: string;
  @ApiProperty({ type: Number, nullable: true, description: 'mean minutes of the last turns' }) turnMinutes!:
    number | null;
  @ApiProperty({ description: 'turns in this stream' }) played!: number;
  @ApiProperty({ type: [QueuedDto], description: 'those playing and called first, then those waiting' })
  entries!: QueuedDto[];
}
export class BumpHolderDto {
  @ApiProperty() viewer!: string;
  @ApiProperty() name!: string;
  @ApiProperty({ format: 'date-time' }) at!: string;
}
export class QueuesStandingDto {
  @ApiProperty({ format: 'date-time', description: 'now, by the server’s clock' }) at!: string;
  @ApiProperty({ type: [QueueStandingDto] }) queues!: QueueStandingDto[];
  @ApiProperty({ type: [BumpHolderDto] }) bumps!: BumpHolderDto[];
}

const SEATED = ['playing', 'confirmed', 'called'] as const;

/** A queue as pages show it. */
export function standingOf(
  world: QueueWorld,
  queue: Queue,
  {
    current,
    at,
    roleOf,
  }: { readonly current: boolean; readonly at: number; readonly roleOf: (viewer: string) => Role },
): QueueStandingDto {
  const { id, body, open, waiting } = queue;
  const handle = handleOfQueue(world.queue.handles(), body.categories, world.stream);
  const pace = paceOf(queue.turns);
  const turns = new Map<string, number>();
  for (const viewer of turnsNow(queue, world.stream)) turns.set(viewer, (turns.get(viewer) ?? 0) + 1);
  const placed = new Map(waiting.map((entry, n) => [entry.id, n + 1]));
  const seated = SEATED.flatMap((state) => inState(queue, state));
  const view = (entry: QueueEntry): QueuedDto => {
    const place = placed.get(entry.id) ?? 0;
    return {
      id: entry.id,
      viewer: entry.viewer,
      name: world.queue.nameOf(entry),
      role: roleOf(entry.viewer),
      handle: handle === undefined ? null : (world.queue.handleOf(entry.viewer, handle.id) ?? null),
      state: entry.state as LiveState,
      place,
      joinedAt: new Date(entry.joinedAt).toISOString(),
      calledAt: timeOf(entry.calledAt),
      until: timeOf(entry.until),
      startedAt: timeOf(entry.startedAt),
      turns: turns.get(entry.viewer) ?? 0,
      missed: entry.missed,
      paid: entry.paid,
      bump: world.queue.holdsBump(entry.viewer),
      wait: place === 0 ? '' : waitInWords(waitAt(queue, place, body.party, at)),
    };
  };
  return {
    id,
    name: body.name,
    open,
    current,
    party: body.party,
    places: body.places,
    seconds: body.call.seconds,
    handleName: handle?.name ?? null,
    ownHandle: handle?.own ?? '',
    wait: waitInWords(waitAt(queue, waiting.length + 1, body.party, at)),
    turnMinutes: pace === undefined ? null : Math.max(1, Math.round(pace.mean / 60_000)),
    played: turnsNow(queue, world.stream).length,
    entries: [...seated, ...waiting].map(view),
  };
}

/** Where someone stands in a queue, for their card and page. */
export function ownStanding(
  queue: Queue,
  entry: QueueEntry,
): { readonly state: LiveState; readonly place: number } {
  return { state: entry.state as LiveState, place: placeOf(queue, entry.id) };
}

function timeOf(at: number | undefined): string | null {
  return at === undefined ? null : new Date(at).toISOString();
}
