import { titleOf } from '@gully/core/commands';
import { SPAMMER } from '@gully/standin/crowd';
import { writeCommand, type StoredCommand } from '../commands/index.js';
import {
  ActivityRow,
  ArrivalRow,
  ChatLineRow,
  CommandDayUseRow,
  CommandViewerUseRow,
  CounterRow,
  DeliveryRow,
  DrawRow,
  insertMany,
  ListLineRow,
  ListRow,
  ListVersionRow,
  RememberedRow,
  RunLogRow,
  SettingRow,
  StreamRow,
  TimerClockRow,
  TimerStateRow,
  ViewerNoteRow,
  ViewerRow,
  WebhookRow,
  type EntityManager,
} from '../database/index.js';
import { storedTimer, writeTimer, type StoredTimer } from '../timers/index.js';
import type { Persona } from '../settings/index.js';
import { writeNamed, type StoredRoutine } from '../routines/index.js';
import type { KeptList } from '../lists/index.js';
import { DEMO_COMMANDS } from './commands.js';
import { demoPosts } from './outputs.js';
import { BOARD, DEMO_ROUTINES } from './routines.js';
import { Season, type Evening } from './season.js';
import type { SeasonTimers } from './season-timers.js';
import { DEMO_TIMERS } from './timers.js';

const DAY = 86_400_000;
const MINUTE = 60_000;

/** Past evenings, and the one that is live. */
function evenings(now: number): Evening[] {
  return [
    { began: now - 21 * DAY, minutes: 150, rate: 6, category: 'Underledge' },
    { began: now - 14 * DAY, minutes: 165, rate: 7, category: 'Dripstone Dash' },
    { began: now - 7 * DAY, minutes: 140, rate: 8, category: 'Map drawing' },
    { began: now - 3 * DAY, minutes: 120, rate: 8, category: 'Underledge' },
    { began: now - 34 * MINUTE, minutes: 34, rate: 20, category: 'Underledge' },
  ];
}

const PERSONAS: readonly Persona[] = [
  { name: 'pebblewren', roles: ['subscriber'], hours: 18 },
  { name: 'brackenfold', roles: ['moderator'] },
  { name: 'quillrush', roles: ['vip'] },
  { name: 'first_lantern', roles: [], hours: 0 },
];

/** The demo's data: everything that happened was decided by the same code that decides it live. */
export interface DemoData {
  readonly commands: readonly StoredCommand[];
  readonly viewers: readonly ViewerRow[];
  readonly lines: readonly ChatLineRow[];
  readonly uses: readonly CommandViewerUseRow[];
  readonly dayUses: readonly CommandDayUseRow[];
  readonly counters: readonly CounterRow[];
  readonly draws: readonly DrawRow[];
  readonly notes: readonly ViewerNoteRow[];
  readonly activity: readonly ActivityRow[];
  readonly settings: readonly SettingRow[];
  readonly lists: readonly KeptList[];
  readonly routines: readonly StoredRoutine[];
  readonly timers: readonly StoredTimer[];
  readonly standing: SeasonTimers;
  /** past ones, that ended */
  readonly streams: readonly StreamRow[];
  readonly remembered: readonly RememberedRow[];
  readonly runs: readonly RunLogRow[];
  /** the one that is live */
  readonly stream: StreamRow;
  readonly posts: readonly DeliveryRow[];
  readonly arrivals: readonly Omit<ArrivalRow, 'streamId'>[];
}

export function makeDemoData(now: number, seed: number): DemoData {
  const begin = now - 90 * DAY;
  const commands = DEMO_COMMANDS.map(({ season: uses, body }, n) => ({
    ...body,
    id: `DEMO${String(n).padStart(22, '0')}`,
    version: 1,
    changedAt: begin + n,
    deletedAt: null,
    uses,
    lastUse: null,
    unreadable: undefined,
  }));
  const season = new Season(commands, DEMO_ROUTINES, DEMO_TIMERS, seed);
  for (const [n, evening] of evenings(now).entries()) season.play(evening, n, now);
  const past = evenings(now).slice(0, -1);
  const viewers = [...season.channel.viewers.values()];
  for (const viewer of viewers) viewer.ignored = viewer.name === SPAMMER;
  const noteOn = (name: string, ago: number, text: string): ViewerNoteRow[] =>
    viewers
      .filter((viewer) => viewer.name === name)
      .map(({ id: viewerId }) => ({
        id: season.channel.id(now - ago),
        viewerId,
        at: now - ago,
        text,
        deletedAt: null,
      }));
  return {
    commands: commands.map((command) => {
      const { uses, lastUse } = season.channel.uses.get(command.id) ?? command;
      return { ...command, uses, lastUse: lastUse ?? null };
    }),
    viewers,
    lines: season.lines,
    uses: [...season.channel.byViewer.values()],
    dayUses: [...season.channel.byDay.values()],
    counters: [...season.channel.counters].map(([name, { value, most }]) => ({
      name,
      value: name === 'depth' ? 212 : value,
      most,
      changedAt: now - 6 * MINUTE,
    })),
    draws: [...season.channel.draws.values()].map(({ owner, step, state }) => ({
      owner,
      step,
      state: JSON.stringify(state),
    })),
    notes: [
      ...noteOn(
        SPAMMER,
        7 * DAY,
        'Sells ropes in every chat. Ignored since the third link; brackenfold has the list.',
      ),
      ...noteOn(
        'pebblewren',
        3 * DAY,
        'Draws the north passages. Ask before showing the drawings on stream.',
      ),
    ],
    activity: season.channel.activity,
    lists: season.channel.lists,
    routines: DEMO_ROUTINES.map((routine, n) => ({
      ...routine,
      triggers: routine.triggers.map((trigger) => ({
        ...trigger,
        viewers: trigger.viewers.map(({ name }) => ({
          name,
          viewer: viewers.find((viewer) => viewer.name === name)?.id ?? null,
        })),
      })),
      version: 1,
      changedAt: begin + n,
      deletedAt: null,
      unreadable: undefined,
    })),
    timers: DEMO_TIMERS.map((timer, n) => ({ ...storedTimer(timer, timer.id, 1), changedAt: begin + n })),
    standing: season.timers,
    streams: past.map(({ began, minutes }) => ({
      id: season.channel.id(now),
      startedAt: began,
      endedAt: began + minutes * MINUTE,
    })),
    remembered: [...season.channel.kept.values()],
    runs: season.runs,
    posts: demoPosts(now, (at) => season.channel.id(at)),
    stream: { id: season.channel.id(now), startedAt: now - 33 * MINUTE, endedAt: null },
    arrivals: [...season.channel.arrived].map(([viewerId, at]) => ({ viewerId, at })),
    settings: [{ key: 'personas', version: 1, value: JSON.stringify(PERSONAS), changedAt: begin }],
  };
}

/**
 * Writes the data into an empty database, within the caller's write.
 *
 * @param board where the demo's board takes posts
 */
export async function storeDemoData(manager: EntityManager, data: DemoData, board: string): Promise<void> {
  await insertMany(manager, ViewerRow, data.viewers);
  for (const command of data.commands) await writeCommand(manager, command, titleOf(command, ''));
  await insertMany(manager, CommandViewerUseRow, data.uses);
  await insertMany(manager, CommandDayUseRow, data.dayUses);
  await insertMany(manager, CounterRow, data.counters);
  await insertMany(manager, DrawRow, data.draws);
  await insertMany(manager, ChatLineRow, data.lines);
  await insertMany(manager, ActivityRow, data.activity);
  await insertMany(manager, ViewerNoteRow, data.notes);
  await insertMany(manager, SettingRow, data.settings);
  for (const list of data.lists) {
    const { id, name, version, changedAt, lines, round, last } = list;
    await manager.insert(ListRow, { id, name, version, changedAt, deletedAt: null, round, last });
    await insertMany(
      manager,
      ListLineRow,
      lines.map((text, place) => ({ listId: id, place, text, round: list.isOpen(place) ? 0 : round })),
    );
    await manager.insert(ListVersionRow, { listId: id, version, changedAt, name, text: lines.join('\n') });
  }
  for (const routine of data.routines) await writeNamed(manager, routine);
  for (const timer of data.timers) await writeTimer(manager, timer);
  await insertMany(
    manager,
    TimerStateRow,
    data.standing.all.map(({ timer, state }) => ({ timerId: timer.id, state: JSON.stringify(state) })),
  );
  // The season's running clock is time itself.
  const at = Date.now();
  const said = JSON.stringify(data.standing.said);
  await manager.insert(TimerClockRow, { id: 1, running: at, at, liveAt: at, said });
  await insertMany(manager, StreamRow, data.streams);
  await insertMany(manager, RememberedRow, data.remembered);
  await insertMany(manager, RunLogRow, data.runs);
  await manager.insert(StreamRow, data.stream);
  await insertMany(manager, DeliveryRow, data.posts);
  await insertMany(
    manager,
    ArrivalRow,
    data.arrivals.map((arrival) => ({ ...arrival, streamId: data.stream.id })),
  );
  await manager.insert(WebhookRow, {
    name: BOARD,
    address: board,
    secret: '',
    changedAt: data.stream.startedAt,
  });
}
