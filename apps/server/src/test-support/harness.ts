import type { Step } from '@gully/core/channel';
import 'reflect-metadata';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { NestExpressApplication } from '@nestjs/platform-express';
import { STARTER_SETS } from '@gully/core/bundles';
import { BLANK_COMMAND, type CommandBody, type Gates, type Trigger } from '@gully/core/commands';
import type { LineView, RunView } from '@gully/core/news';
import type { EventName } from '@gully/core/channel';
import { BLANK_ROUTINE, routineOf, sayOnly, type NamedRoutineBody } from '@gully/core/routines';
import { startStandin, type Standin, type StandinOptions } from '@gully/standin/standin';
import request from 'supertest';
import type TestAgent from 'supertest/lib/agent.js';
import { DataSource } from 'typeorm';
import { makeApp } from '../app.js';
import { ConnectionService } from '../chat/index.js';
import { readEnvironment } from '../configuration/index.js';
import { openDatabase } from '../database/index.js';
import { makeLog } from '../log/index.js';
import { STORED } from '../stored.js';

/** What tests say of a command; the rest is as for a new one. */
export interface Plain extends Partial<Trigger>, Partial<Omit<Gates, 'refusals'>> {
  readonly text?: string;
  readonly enabled?: boolean;
  readonly inputs?: CommandBody['inputs'];
  readonly routine?: CommandBody['routine'];
  readonly refusals?: Gates['refusals'];
}

const LANTERN_TEXT = '{{ viewer.name }} lights lantern {{ command.uses }}. {{ input.all }}';

/** What the stand-in signs its events with in tests. */
export const EVENTS_SECRET = `whsec_${Buffer.from('a secret of twenty-four b').toString('base64')}`;

/** A command called lantern that anyone may use at once, but for what is said otherwise. */
export function lantern(plain: Plain = {}): CommandBody {
  const { text = LANTERN_TEXT, enabled = true, inputs = [], routine = sayOnly(text), ...rest } = plain;
  const of = <T extends object>(part: T): T =>
    Object.fromEntries(
      Object.entries(part).map(([key, value]) => [
        key,
        key in rest ? rest[key as keyof typeof rest] : (value as unknown),
      ]),
    ) as T;
  return {
    group: '',
    enabled,
    inputs,
    routine,
    trigger: of({ ...BLANK_COMMAND.trigger, name: 'lantern', aliases: ['lamp'] }),
    gates: of({ ...BLANK_COMMAND.gates, cooldown: 0, viewerCooldown: 0 }),
  };
}

/** Commands as they are open in editors, for a rehearsal; one with an id takes the place of the one of it. */
export function drafted(...commands: (CommandBody & { readonly id?: string })[]): object[] {
  return commands.map(({ id, ...body }) => ({ kind: 'command', body, ...(id === undefined ? {} : { id }) }));
}

/** A routine that waits for an event, and then says one text. */
export function waitingFor(event: EventName, text: string): NamedRoutineBody {
  return {
    ...BLANK_ROUTINE,
    name: `Waits for ${event}`,
    triggers: [{ id: 't', event, least: 0, lowestRole: 'viewer', viewers: [] }],
    routine: sayOnly(text),
  };
}

/** A data folder; it goes with the run of the tests. */
export function newFolder(): string {
  return mkdtempSync(join(process.env.GULLY_TEST_FOLDER ?? tmpdir(), 'data-'));
}

export function newStandin(options: Partial<StandinOptions> = {}): Promise<Standin> {
  return startStandin({
    ircPort: 0,
    httpPort: 0,
    channel: '#lanternhour',
    streamer: 'odalys_tarn',
    bot: 'gully',
    seed: 1,
    ...options,
  });
}

/** Looks again and again until `look` gives something, or fails with what it saw last. */
export async function until<T>(look: () => Promise<T | undefined> | T | undefined, what: string): Promise<T> {
  const end = Date.now() + 10_000;
  for (;;) {
    const found = await look();
    if (found !== undefined) return found;
    if (Date.now() > end) throw new Error(`it never came about: ${what}`);
    await new Promise((resolve) => setTimeout(resolve, 15));
  }
}

function without({ routine: _routine, ...more }: Partial<NamedRoutineBody>): Partial<NamedRoutineBody> {
  return more;
}

/** What was rehearsed, as tests look at it. */
export interface Rehearsed {
  said: string[];
  effects: string[];
  why: { outcome: string; brief: string; decided: string; checks: { rule: string; measure: string }[] };
}

/** An answer of the rehearsal, with what was said as plain texts; behind a wait, when. */
export function withTexts(body: unknown): Rehearsed {
  const { said = [], ...rest } = body as Omit<Rehearsed, 'said'> & {
    said?: { text: string; after: number }[];
  };
  const texts = said.map(({ text, after }) => (after === 0 ? text : `${String(after)} s: ${text}`));
  return { ...rest, said: texts };
}

/** The server as it really runs: a database file, a socket to the stand-in, HTTP on loopback. */
export class Gully {
  private constructor(
    readonly app: NestExpressApplication,
    readonly source: DataSource,
    readonly standin: Standin,
    readonly origin: string,
    readonly http: TestAgent,
  ) {}

  static async start(
    standin: Standin,
    folder = newFolder(),
    settings: Record<string, string> = {},
  ): Promise<Gully> {
    const environment = readEnvironment({
      GULLY_HTTP_PORT: '0',
      GULLY_IRC_PORT: String(standin.ircPort),
      GULLY_STANDIN_URL: `http://127.0.0.1:${String(standin.httpPort)}`,
      GULLY_STREAMER: 'odalys_tarn',
      GULLY_LOG: 'silent',
      GULLY_EVENTS_SECRET: EVENTS_SECRET,
      GULLY_WEBHOOK_ALLOW: `127.0.0.1:${String(standin.httpPort)}`,
      GULLY_DATA_DIR: folder,
      ...settings,
    });
    const source = await openDatabase(folder, STORED);
    const app = await makeApp(environment, source, makeLog(process.env.TESTLOG ?? 'silent', false));
    await app.listen(0, '127.0.0.1');
    const { port } = app.getHttpServer().address() as { port: number };
    const origin = `http://127.0.0.1:${String(port)}`;
    standin.events.pointTo({ address: `${origin}/events`, secret: EVENTS_SECRET });
    const gully = new Gully(app, source, standin, origin, request(origin));
    gully.connection.connect();
    return gully;
  }

  /** Started, and let into the chat room. */
  static async inRoom(standin: Standin, folder?: string, settings?: Record<string, string>): Promise<Gully> {
    const gully = await Gully.start(standin, folder, settings);
    await gully.entered();
    return gully;
  }

  async entered(): Promise<void> {
    await until(() => (this.connection.open ? true : undefined), 'the connection');
  }

  get connection(): ConnectionService {
    return this.app.get(ConnectionService);
  }

  async add(command: Plain = {}): Promise<{ id: string; version: number }> {
    const { body } = await this.http.post('/api/commands').send(lantern(command)).expect(201);
    return body as { id: string; version: number };
  }

  async addRoutine(
    name: string,
    steps: Step[],
    more: Partial<NamedRoutineBody> = {},
  ): Promise<{ id: string; version: number }> {
    const body = {
      ...BLANK_ROUTINE,
      name,
      routine: { ...routineOf(steps), ...more.routine },
      ...without(more),
    };
    const answer = await this.http.post('/api/routines').send(body).expect(201);
    return answer.body as { id: string; version: number };
  }

  async addList(name: string, lines: readonly string[]): Promise<string> {
    const { body } = await this.http
      .post('/api/lists')
      .send({ name, text: lines.join('\n') })
      .expect(201);
    return (body as { id: string }).id;
  }

  /** Takes a starter set in as its button does. */
  async takeIn(set: string): Promise<void> {
    const bundle = STARTER_SETS.find(({ id }) => id === set)?.bundle;
    const looked = await this.http.post('/api/bundles/look').send({ bundle }).expect(200);
    const { items } = looked.body as { items: { kind: string; name: string; missing: string[] }[] };
    const missing = items.flatMap((item) => item.missing);
    if (missing.length > 0)
      throw new Error(`the set ${set} refers to what it has not: ${missing.join(', ')}`);
    const choices = items.map(({ kind, name }) => ({ kind, name, action: 'take', as: '' }));
    await this.http.post('/api/bundles/take').send({ bundle, choices }).expect(200);
  }

  /** What ran, newest first. */
  async runs(query = ''): Promise<RunView[]> {
    return (await this.http.get(`/api/runs${query}`).expect(200)).body as RunView[];
  }

  /** Types a line in chat as a viewer, and answers with it as Gully logged it. */
  async type(name: string, text: string, roles: string[] = []): Promise<LineView> {
    const before = new Set((await this.lines()).map(({ id }) => id));
    await this.http.post('/api/standin/say').send({ name, roles, text }).expect(204);
    return this.line((line) => line.name === name && !before.has(line.id), `${name}: ${text}`);
  }

  async lines(): Promise<LineView[]> {
    return (await this.http.get('/api/chat/lines?limit=500').expect(200)).body as LineView[];
  }

  line(fits: (line: LineView) => boolean, what: string): Promise<LineView> {
    return until(async () => (await this.lines()).find(fits), what);
  }

  said(wanted: string | RegExp): Promise<LineView> {
    const fits = (text: string): boolean =>
      typeof wanted === 'string' ? text === wanted : wanted.test(text);
    return this.line(({ own, text }) => own && fits(text), `the bot saying “${String(wanted)}”`);
  }

  async stop(): Promise<void> {
    await this.app.close();
  }
}
