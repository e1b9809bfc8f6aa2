import { hasAtLeast, strongestRole, type ChatLine, type Role } from '@gully/core/chat';
import { BLANK_COMMAND, indexCommands, prepareCommand, type CommandUse } from '@gully/core/commands';
import { decideLine, type World } from '@gully/core/pipeline';
import { foldName } from '@gully/core/text';
import { viewerKey } from '@gully/core/viewers';
import { planCrowd, REGULARS } from '@gully/standin/crowd';
import { monotonicFactory } from 'ulid';
import {
  ActivityRow,
  ChatLineRow,
  CommandNameRow,
  CommandRow,
  CommandVersionRow,
  CommandViewerUseRow,
  insertMany,
  ViewerRow,
  type EntityManager,
} from '../database/index.js';
import { SELF } from '../pipeline/index.js';
import { DEMO_COMMANDS } from './commands.js';

const DAY = 86_400_000;
const MINUTE = 60_000;
const CROWD = 260;
const CHANNEL = 'lanternhour';

/** Past evenings, and the one that is live: when each began before now, how long, how many lines a minute. */
const EVENINGS = [
  { ago: 21 * DAY, minutes: 150, rate: 6 },
  { ago: 14 * DAY, minutes: 165, rate: 7 },
  { ago: 7 * DAY, minutes: 140, rate: 8 },
  { ago: 34 * MINUTE, minutes: 34, rate: 20 },
];

/** The demo's data: everything that happened was decided by the same code that decides it live. */
export interface DemoData {
  readonly commands: readonly CommandRow[];
  readonly viewers: readonly ViewerRow[];
  readonly lines: readonly ChatLineRow[];
  readonly uses: readonly CommandViewerUseRow[];
  readonly activity: readonly ActivityRow[];
}

export function makeDemoData(now: number, seed: number): DemoData {
  const id = monotonicFactory();
  const begin = now - 90 * DAY;
  const commands = DEMO_COMMANDS.map(({ season, ...given }, n): CommandRow => {
    const body = { ...BLANK_COMMAND, ...given };
    return {
      ...body,
      aliases: [...body.aliases],
      id: id(begin + n),
      version: 1,
      changedAt: begin + n,
      deletedAt: null,
      uses: season,
      lastUse: null,
    };
  });
  const byId = new Map(commands.map((row) => [row.id, row]));
  const viewers = new Map<string, ViewerRow>();
  const uses = new Map<string, CommandViewerUseRow>();
  const lines: ChatLineRow[] = [];
  const activity: ActivityRow[] = [];
  const world: World = {
    self: SELF,
    channelName: CHANNEL,
    index: indexCommands(commands.map((row) => prepareCommand(row))),
    use: (commandId, viewer): CommandUse => ({
      uses: byId.get(commandId)?.uses ?? 0,
      lastUse: byId.get(commandId)?.lastUse ?? undefined,
      lastUseByViewer: uses.get(`${commandId} ${viewer}`)?.lastUse,
    }),
  };
  const tell = (at: number, kind: ActivityRow['kind'], subject: string, text: string): void => {
    activity.push({ id: id(at), at, kind, subject, text });
  };

  for (const [n, { ago, minutes, rate }] of EVENINGS.entries()) {
    let at = now - ago;
    tell(at, 'connection', `#${CHANNEL}`, 'joined the chat room');
    for (const act of planCrowd(seed + n, CROWD, rate)) {
      at += act.after;
      if (at > Math.min(now, now - ago + minutes * MINUTE)) break;
      if (act.kind === 'come' || act.kind === 'go') continue;
      const viewer = meet(viewers, act.name, at, id, (name) => {
        tell(at, 'arrival', name, 'writes here for the first time');
      });
      const line: ChatLine = {
        id: id(at),
        viewer: viewer.id,
        name: act.name,
        roles: rolesOf(act.name),
        text: act.text,
        at,
      };
      const decision = decideLine(line, world);
      const { why } = decision;
      lines.push({
        id: line.id,
        at,
        viewerId: viewer.id,
        name: line.name,
        role: viewer.role,
        text: line.text,
        own: false,
        outcome: why.outcome,
        brief: why.brief,
        why: why.outcome === 'nothing' ? null : JSON.stringify({ ...why, tookMs: 0.4 }),
      });
      for (const change of decision.changes) countUse(byId, uses, change.commandId, viewer.id, at);
      for (const said of decision.effects.flatMap((effect) => effect.lines))
        lines.push({
          id: id(at + 40),
          at: at + 40,
          viewerId: null,
          name: 'gully',
          role: 'viewer',
          text: said,
          own: true,
          outcome: 'ran',
          brief: why.brief,
          why: null,
        });
      if (decision.commandId !== undefined)
        tell(
          at,
          why.outcome === 'ran' ? 'ran' : 'stopped',
          line.name,
          why.outcome === 'ran' ? why.brief : `${line.text.split(' ', 1)[0] ?? ''}: ${why.brief}`,
        );
    }
  }
  return { commands, viewers: [...viewers.values()], lines, uses: [...uses.values()], activity };
}

/** Writes the data into an empty database, within the caller's write. */
export async function storeDemoData(manager: EntityManager, data: DemoData): Promise<void> {
  await insertMany(manager, ViewerRow, data.viewers);
  await insertMany(manager, CommandRow, data.commands);
  await insertMany(
    manager,
    CommandNameRow,
    data.commands.flatMap(({ id: commandId, name, aliases }) =>
      [name, ...aliases].map((each) => ({ name: foldName(each), commandId })),
    ),
  );
  await insertMany(
    manager,
    CommandVersionRow,
    data.commands.map(({ id: commandId, version, changedAt, ...body }) => ({
      commandId,
      version,
      changedAt,
      body: JSON.stringify(body),
    })),
  );
  await insertMany(manager, CommandViewerUseRow, data.uses);
  await insertMany(manager, ChatLineRow, data.lines);
  await insertMany(manager, ActivityRow, data.activity);
}

function rolesOf(name: string): Role[] {
  return (REGULARS.find(([regular]) => regular === name)?.[1] ?? []) as Role[];
}

function meet(
  viewers: Map<string, ViewerRow>,
  name: string,
  at: number,
  id: (at: number) => string,
  onFirst: (name: string) => void,
): ViewerRow {
  const account = viewerKey(name, name);
  let viewer = viewers.get(account);
  if (viewer === undefined) {
    viewer = {
      id: id(at),
      connection: 'irc',
      account,
      name,
      role: strongestRole(rolesOf(name)),
      firstSeen: at,
      lastSeen: at,
      messages: 0,
    };
    viewers.set(account, viewer);
    if (!hasAtLeast(rolesOf(name), 'vip')) onFirst(name);
  }
  viewer.lastSeen = at;
  viewer.messages += 1;
  return viewer;
}

function countUse(
  commands: ReadonlyMap<string, CommandRow>,
  uses: Map<string, CommandViewerUseRow>,
  commandId: string,
  viewerId: string,
  at: number,
): void {
  const command = commands.get(commandId);
  if (command === undefined) return;
  command.uses += 1;
  command.lastUse = at;
  const key = `${commandId} ${viewerId}`;
  const before = uses.get(key)?.uses ?? 0;
  uses.set(key, { commandId, viewerId, uses: before + 1, lastUse: at });
}
