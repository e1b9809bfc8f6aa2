import { ROLES } from '../chat/index.js';
import { INPUT_TYPES, REFUSING_GATES } from '../commands/index.js';
import { BEGINS, GAME_KIND_NAMES, GAME_LIMITS } from '../games/index.js';
import { ACTIONS, GROUPS_LIMIT, PHRASES_LIMIT, TIMEOUT_LIMIT_S } from '../guard/index.js';
import { LINE_LIMIT, LINES_LIMIT } from '../lists/index.js';
import { AFTER_RESTART, EVENT_KINDS, stepSchemas, WHILE_RUNNING, type Schema } from '../routines/index.js';
import {
  HANDLE_LENGTH,
  HANDLES_LIMIT,
  HEAD_STARTS,
  ORDERS,
  QUEUE_LIMITS,
  QUEUE_MESSAGES,
} from '../queue/index.js';
import { ASK_TYPES, GIVES, REWARD_LIMITS, REWARD_MESSAGES } from '../redemptions/index.js';
import { MEDIA_BYTES, MEDIA_KINDS, MEDIA_LIMITS } from '../media/index.js';
import { OUTPUT_TEXT, OUTPUTS_LIMIT } from '../outputs/index.js';
import { ALIGNMENTS, FONTS, OVERLAY_LIMITS } from '../overlays/index.js';
import { ANIMATIONS } from '../stage/index.js';
import { DRAW_ORDERS } from '../random/index.js';
import { LIVE_CHOICES } from '../stream/index.js';
import { INTERVAL_LIMIT, JITTER_LIMIT, LINES_LIMIT as TIMER_LINES, TIMER_DOES } from '../timers/index.js';
import { BUNDLE_FORMAT, BUNDLE_VERSION, ITEM_KINDS, QUESTION_TYPES } from './bundle.js';

const text = (most: number, description?: string): Schema => ({
  type: 'string',
  maxLength: most,
  ...(description === undefined ? {} : { description }),
});
const listOf = (items: Schema, maxItems: number): Schema => ({ type: 'array', maxItems, items });
const oneOf = (values: readonly string[]): Schema => ({ type: 'string', enum: [...values] });
const whole = (least: number, most: number): Schema => ({ type: 'integer', minimum: least, maximum: most });
const orNull = (schema: Schema): Schema => ({ anyOf: [schema, { type: 'null' }] });
const flag: Schema = { type: 'boolean' };
const closed = (properties: Readonly<Record<string, Schema>>, optional: readonly string[] = []): Schema => ({
  type: 'object',
  properties,
  required: Object.keys(properties).filter((name) => !optional.includes(name)),
  additionalProperties: false,
});

const NAMED = listOf(closed({ name: text(100), viewer: { type: 'null' } }), 200);
const COST = orNull(whole(0, Number.MAX_SAFE_INTEGER));
const ref = (name: string): Schema => ({ $ref: `#/$defs/${name}` });

/** The published JSON Schema of bundles (draft 2020-12), made from the same registry as the editor. */
export function bundleSchema(): Schema {
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    $id: 'https://gully.example/formats/bundle.schema.json',
    title: 'Gully bundle',
    description:
      'Commands, routines, timers, lists, queues, rewards, games, the handles of games, blocked phrases, media, overlays and outputs of one channel, for another to take in. They refer to one another by name. “[[name]]” in any text is filled with the answer to the question of that name.',
    ...closed(
      {
        $schema: text(500),
        format: { const: BUNDLE_FORMAT },
        version: { const: BUNDLE_VERSION },
        title: text(100),
        author: text(100),
        note: text(2_000, 'what the author says of it'),
        questions: listOf(ref('Question'), 30),
        commands: listOf(ref('Command'), 2_000),
        routines: listOf(ref('NamedRoutine'), 1_000),
        lists: listOf(ref('List'), 200),
        timers: listOf(ref('Timer'), 200),
        queues: listOf(ref('Queue'), QUEUE_LIMITS.queues),
        rewards: listOf(ref('Reward'), REWARD_LIMITS.rewards),
        games: listOf(ref('Game'), GAME_LIMITS.games),
        handles: listOf(ref('Handle'), HANDLES_LIMIT),
        'phrase-groups': listOf(ref('PhraseGroup'), GROUPS_LIMIT),
        media: listOf(ref('Media'), MEDIA_LIMITS.files),
        overlays: listOf(ref('Overlay'), OVERLAY_LIMITS.overlays),
        outputs: listOf(ref('Output'), OUTPUTS_LIMIT),
        files: {
          type: 'object',
          description: 'the content of media in base64, by the name of their file',
          additionalProperties: text(Math.ceil((Math.max(...Object.values(MEDIA_BYTES)) * 4) / 3) + 4),
        },
      },
      ['$schema', 'author', 'note', 'questions', 'files', ...ITEM_KINDS],
    ),
    $defs: {
      Question: closed(
        {
          name: { type: 'string', pattern: '^[a-z][a-z0-9_]{0,29}$' },
          type: oneOf(QUESTION_TYPES),
          default: text(500),
          help: text(300),
          choices: listOf(text(100), 50),
        },
        ['choices'],
      ),
      List: closed({ name: text(60), lines: listOf(text(LINE_LIMIT), LINES_LIMIT) }),
      When: closed({
        live: oneOf(LIVE_CHOICES),
        categories: listOf(text(200), 50),
        from: text(10, 'HH:MM, or empty'),
        to: text(10, 'HH:MM, or empty'),
      }),
      Consequence: closed({ action: oneOf(ACTIONS), seconds: whole(0, TIMEOUT_LIMIT_S) }),
      PhraseGroup: closed({
        name: text(60),
        enabled: flag,
        consequence: orNull(ref('Consequence')),
        entries: listOf(
          closed({
            id: text(200),
            text: text(1_000),
            kind: oneOf(['text', 'pattern']),
            wholeWords: flag,
            exact: flag,
            consequence: orNull(ref('Consequence')),
            note: text(300),
          }),
          PHRASES_LIMIT,
        ),
      }),
      Output: closed({ name: text(100), text: text(OUTPUT_TEXT) }),
      Media: closed({
        name: text(MEDIA_LIMITS.name),
        kind: oneOf(MEDIA_KINDS),
        file: text(80, 'the SHA-256 of its content, and its ending'),
        bytes: whole(0, 1_000_000_000),
        width: whole(0, 100_000),
        height: whole(0, 100_000),
        seconds: { type: 'number', minimum: 0 },
      }),
      Overlay: closed({
        name: text(OVERLAY_LIMITS.name),
        width: whole(OVERLAY_LIMITS.side.least, OVERLAY_LIMITS.side.most),
        height: whole(OVERLAY_LIMITS.side.least, OVERLAY_LIMITS.side.most),
        still: text(100, 'the name of a picture, or empty'),
        pieces: listOf(ref('Piece'), OVERLAY_LIMITS.pieces),
      }),
      Piece: closed({
        id: text(40),
        kind: text(40),
        name: text(60),
        x: { type: 'integer' },
        y: { type: 'integer' },
        width: { type: 'integer' },
        height: { type: 'integer' },
        hidden: flag,
        look: closed({
          font: oneOf(FONTS),
          size: { type: 'integer' },
          colour: text(20),
          background: text(20),
          align: oneOf(ALIGNMENTS),
          edge: flag,
        }),
        entrance: oneOf(ANIMATIONS),
        exit: oneOf(ANIMATIONS),
        seconds: { type: 'integer' },
        when: ref('When'),
        settings: {
          type: 'object',
          additionalProperties: { anyOf: [text(5_000), { type: 'number' }] },
        },
      }),
      Queue: closed({
        name: text(QUEUE_LIMITS.name),
        byDefault: flag,
        categories: listOf(text(200), 20),
        places: whole(1, QUEUE_LIMITS.places),
        party: whole(1, QUEUE_LIMITS.party),
        lowestRole: oneOf(ROLES),
        rank: text(0, 'ranks are a channel’s own'),
        cost: whole(0, QUEUE_LIMITS.cost),
        order: oneOf(ORDERS),
        headStart: closed(
          Object.fromEntries(HEAD_STARTS.map((role) => [role, whole(0, QUEUE_LIMITS.headStart)])),
        ),
        again: orNull(whole(0, QUEUE_LIMITS.again)),
        closes: closed({ after: whole(0, QUEUE_LIMITS.after), at: text(5, 'HH:MM, or empty') }),
        call: closed({
          seconds: whole(QUEUE_LIMITS.seconds.least, QUEUE_LIMITS.seconds.most),
          missed: oneOf(['out', 'back']),
          places: whole(1, QUEUE_LIMITS.back),
          next: flag,
          privately: flag,
        }),
        showHandles: flag,
        says: closed(Object.fromEntries(QUEUE_MESSAGES.map((message) => [message, text(5_000)]))),
      }),
      Cost: closed({
        base: whole(0, Number.MAX_SAFE_INTEGER),
        subscriber: COST,
        regular: COST,
        moderator: COST,
      }),
      Game: closed({
        name: text(GAME_LIMITS.name),
        kind: oneOf(GAME_KIND_NAMES),
        enabled: flag,
        stake: closed({
          least: whole(0, GAME_LIMITS.stake),
          most: whole(0, GAME_LIMITS.stake),
          usual: whole(0, GAME_LIMITS.stake),
        }),
        begins: oneOf(BEGINS),
        pause: whole(0, GAME_LIMITS.pause),
        settings: {
          type: 'object',
          description: 'by the blanks of its kind; routines in them by name',
          additionalProperties: { anyOf: [text(100), { type: 'number' }, listOf({}, 500)] },
        },
        lines: {
          type: 'object',
          additionalProperties: listOf(text(GAME_LIMITS.text), GAME_LIMITS.texts),
        },
        routines: { type: 'object', additionalProperties: text(100, 'the name of a routine, or empty') },
      }),
      Reward: closed({
        name: text(REWARD_LIMITS.name),
        description: text(REWARD_LIMITS.description),
        picture: text(100, 'the name of a picture, or empty'),
        enabled: flag,
        cost: ref('Cost'),
        stock: closed(
          Object.fromEntries(
            ['all', 'stream', 'viewer', 'viewerStream'].map((of) => [
              of,
              orNull(whole(1, REWARD_LIMITS.stock)),
            ]),
          ),
        ),
        cooldown: whole(0, REWARD_LIMITS.cooldown),
        viewerCooldown: whole(0, REWARD_LIMITS.cooldown),
        lowestRole: oneOf(ROLES),
        rank: text(0, 'ranks are a channel’s own'),
        when: ref('When'),
        asks: listOf(
          closed({
            name: text(20),
            type: oneOf(ASK_TYPES),
            required: flag,
            private: flag,
            choices: listOf(text(50), REWARD_LIMITS.choices),
          }),
          REWARD_LIMITS.asks,
        ),
        gives: oneOf(GIVES),
        list: text(0, 'what is handed out stays on its channel'),
        warnAt: whole(0, REWARD_LIMITS.stock),
        share: whole(1, REWARD_LIMITS.price),
        bench: closed({
          whom: oneOf(['named', 'buyer']),
          lengths: listOf(
            closed({
              seconds: whole(REWARD_LIMITS.bench.least, REWARD_LIMITS.bench.most),
              price: COST,
              cheer: COST,
              tip: COST,
            }),
            REWARD_LIMITS.lengths,
          ),
          spares: listOf(oneOf(ROLES), ROLES.length),
          never: NAMED,
        }),
        keepDays: whole(0, REWARD_LIMITS.keepDays),
        says: closed(Object.fromEntries(REWARD_MESSAGES.map((message) => [message, text(5_000)]))),
        routine: ref('Routine'),
      }),
      Handle: closed({
        name: text(60),
        category: text(200),
        pattern: text(500),
        example: text(HANDLE_LENGTH),
        required: flag,
        own: text(0, 'everybody has their own'),
      }),
      Timer: closed({
        name: text(60),
        enabled: flag,
        does: oneOf(TIMER_DOES),
        texts: listOf(text(5_000), 50),
        order: oneOf(DRAW_ORDERS),
        runs: text(200, 'the name of the routine or command it runs; empty for one that says a text'),
        interval: whole(1, INTERVAL_LIMIT),
        lines: whole(0, TIMER_LINES),
        when: ref('When'),
        first: orNull(whole(0, INTERVAL_LIMIT)),
        jitter: whole(0, JITTER_LIMIT),
      }),
      Routine: closed({
        steps: ref('Steps'),
        whileRunning: oneOf(WHILE_RUNNING),
        afterRestart: oneOf(AFTER_RESTART),
      }),
      NamedRoutine: closed({
        name: text(60),
        group: text(40),
        enabled: flag,
        triggers: listOf(
          closed(
            {
              id: text(40),
              event: oneOf(EVENT_KINDS),
              least: whole(0, 100_000_000),
              lowestRole: oneOf(ROLES),
              exactly: flag,
              viewers: NAMED,
            },
            ['exactly'],
          ),
          20,
        ),
        when: ref('When'),
        routine: ref('Routine'),
      }),
      Command: closed({
        group: text(40),
        enabled: flag,
        trigger: closed({
          name: text(200),
          aliases: listOf(text(200), 200),
          phrases: listOf(text(200), 50),
          wholeMessage: flag,
          pattern: text(500),
          matchCase: flag,
          fromBots: flag,
          connections: listOf(text(100), 20),
        }),
        gates: closed(
          {
            when: ref('When'),
            lowestRole: oneOf(ROLES),
            onlyRoles: listOf(oneOf(ROLES), ROLES.length),
            always: NAMED,
            never: NAMED,
            cooldown: whole(0, 86_400),
            viewerCooldown: whole(0, 86_400),
            moderatorsSkip: flag,
            refuseExtra: flag,
            rank: text(100),
            cost: ref('Cost'),
            refusals: closed(
              Object.fromEntries(REFUSING_GATES.map((gate) => [gate, text(5_000)])),
              REFUSING_GATES,
            ),
          },
          ['refuseExtra'],
        ),
        inputs: listOf(
          closed({
            name: text(20),
            type: oneOf(INPUT_TYPES),
            optional: flag,
            least: orNull({ type: 'number' }),
            most: orNull({ type: 'number' }),
            choices: listOf(text(100), 30),
            pattern: text(500),
          }),
          10,
        ),
        routine: ref('Routine'),
      }),
      ...stepSchemas('#/$defs'),
    },
  };
}
