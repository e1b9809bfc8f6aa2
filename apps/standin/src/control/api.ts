import 'reflect-metadata';
import { plainToInstance, type ClassConstructor } from 'class-transformer';
import {
  ArrayMaxSize,
  IsArray,
  IsInt,
  IsOptional,
  IsString,
  Length,
  Matches,
  Max,
  Min,
  validateSync,
  IsBoolean,
  IsIn,
} from 'class-validator';
import express, {
  type ErrorRequestHandler,
  type Express,
  type Request,
  type RequestHandler,
  type Response,
} from 'express';
import type { Crowd } from '../crowd/index.js';
import type { IrcServer, People } from '../irc/index.js';
import type { Board } from './board.js';
import type { Events } from './events.js';
import { portraitOf } from './portraits.js';
import type { Stream } from './stream.js';

const NICK = /^[^\s:,#&@!*?+~]{1,30}$/u;
const NICK_WORDS = { message: 'A name is one word of at most 30 characters, without : , # & @ ! * ? + ~' };

const EVENT_TYPES = ['follow', 'subscribed', 'renewed', 'gifted', 'raid', 'tip', 'cheer', 'live', 'offline'];

class Who {
  @Matches(NICK, NICK_WORDS) name!: string;
  @IsArray() @ArrayMaxSize(10) @IsString({ each: true }) roles: string[] = [];
}
class Line extends Who {
  @IsString() @Length(1, 5_000) text!: string;
}
class CrowdBody {
  @IsInt() @Min(0) @Max(5_000) size!: number;
  @IsInt() @Min(0) @Max(60_000) rate!: number;
}
class DropBody {
  @IsOptional() @Matches(NICK, NICK_WORDS) name?: string;
}
class RepeatBody {
  @IsInt() @Min(1) @Max(500) count!: number;
}
class RefuseBody {
  @IsInt() @Min(0) @Max(600) seconds!: number;
}

class StreamBody {
  @IsOptional() @IsBoolean() live?: boolean;
  @IsOptional() @IsInt() @Min(0) @Max(100_000) minutes?: number;
  @IsOptional() @IsString() @Length(0, 140) title?: string;
  @IsOptional() @IsString() @Length(0, 80) category?: string;
}

class EventBody {
  @IsIn(EVENT_TYPES) type!: string;
  @IsOptional() @Matches(NICK, NICK_WORDS) name?: string;
  @IsOptional() @IsArray() @ArrayMaxSize(10) @IsString({ each: true }) roles?: string[];
  @IsOptional() @IsInt() @Min(0) @Max(100_000_000) count: number = 0;
  @IsOptional() @IsString() @Length(0, 500) message: string = '';
  @IsOptional() @IsString() @Length(0, 50) recipient: string = '';
  /** someone raised it to try things out */
  @IsOptional() @IsBoolean() byHand: boolean = false;
  /** how often the same event is sent */
  @IsOptional() @IsInt() @Min(1) @Max(20) times: number = 1;
  /** seconds ago it happened */
  @IsOptional() @IsInt() @Min(0) @Max(100_000) ago: number = 0;
}
class TargetBody {
  @IsString() @Length(1, 500) address!: string;
  @Matches(/^whsec_[A-Za-z0-9+/]{32,100}={0,2}$/u) secret!: string;
}
class BoardBody {
  @IsIn(['takes', 'fails', 'hangs', 'redirects', 'floods']) answer!: Board['answer'];
}

export interface Controlled {
  readonly events: Events;
  readonly board: Board;
  readonly stream: Stream;
  readonly irc: IrcServer;
  readonly people: People;
  readonly crowd: Crowd;
}

/** The stand-in's own API: speak as a viewer, come and go, the crowd, faults on demand. Loopback only. */
export function controlApi({ irc, people, crowd, stream, events, board }: Controlled): Express {
  const app = express();
  app.disable('x-powered-by');
  // Only JSON is taken, which a page elsewhere cannot send without being asked first, and never is let.
  app.use(express.json({ limit: '50kb' }), (request, response, next) => {
    if (request.method === 'GET' || request.is('json') === 'json') next();
    else
      response
        .status(415)
        .json({ type: 'about:blank', status: 415, title: 'Send JSON', detail: 'Nothing was done.' });
  });

  app.post(
    '/control/say',
    taking(Line, ({ name, roles, text }, answer) => {
      if (people.isReal(name))
        answer(
          409,
          `${name} is connected by a client of their own`,
          'Nothing was said. Choose another name.',
        );
      else if (people.say(name, roles, text) === undefined)
        answer(403, `${name} may not speak here`, 'They are banned, or the room is moderated.');
      else answer(200);
    }),
  );
  app.post(
    '/control/join',
    taking(Who, ({ name, roles }, answer) => {
      people.join(name, roles);
      answer(200);
    }),
  );
  app.post(
    '/control/leave',
    taking(Who, ({ name }, answer) => {
      people.leave(name);
      answer(200);
    }),
  );
  app.get('/control/crowd', (_, response) => {
    response.json(crowd.current);
  });
  app.post(
    '/control/crowd',
    taking(CrowdBody, (settings, answer) => {
      crowd.set(settings);
      answer(200, settings);
    }),
  );
  app.post(
    '/control/drop',
    taking(DropBody, ({ name }, answer) => {
      answer(200, { dropped: irc.drop(name) });
    }),
  );
  app.post(
    '/control/repeat',
    taking(RepeatBody, ({ count }, answer) => {
      answer(200, { repeated: irc.room.repeat(count) });
    }),
  );
  app.post(
    '/control/refuse',
    taking(RefuseBody, ({ seconds }, answer) => {
      irc.refuse(Date.now() + seconds * 1000);
      answer(200);
    }),
  );
  app.get('/stream', (_, response) => {
    response.json({ ...stream.current, viewers: stream.current.live ? crowd.current.size : 0 });
  });
  app.get('/people/:name/picture', (request, response) => {
    const picture = portraitOf(request.params.name);
    if (picture === undefined) response.sendStatus(404);
    else response.type('image/svg+xml').send(picture);
  });
  app.post(
    '/control/stream',
    taking(StreamBody, ({ minutes, ...change }, answer) => {
      stream.set(change, Date.now() - (minutes ?? 0) * 60_000);
      answer(200, stream.current);
    }),
  );
  app.post(
    '/control/event',
    taking(EventBody, ({ type, name, roles, count, message, recipient, byHand, times, ago }, answer) => {
      const viewer =
        name === undefined ? {} : { viewer: { name, ...(roles === undefined ? {} : { roles }) } };
      const data = { ...viewer, count, message, recipient, ...(type === 'tip' ? { currency: 'EUR' } : {}) };
      if (type === 'live' || type === 'offline')
        stream.set({ live: type === 'live' }, Date.now() - ago * 1000);
      void events.raise({ type, data, at: Date.now() - ago * 1000, byHand }, times).then((answers) => {
        answer(200, { answers });
      });
    }),
  );
  app.post(
    '/control/events-to',
    taking(TargetBody, (target, answer) => {
      events.pointTo(target);
      answer(200);
    }),
  );
  app.post('/board', (request, response) => {
    takeOnBoard(board, request, response);
  });
  app.get('/board', (_, response) => {
    response.json(board.all);
  });
  app.post(
    '/control/board',
    taking(BoardBody, ({ answer: how }, answer) => {
      board.answer = how;
      answer(200);
    }),
  );
  app.get('/control/state', (_, response) => {
    response.json({
      channel: irc.room.name,
      connected: irc.connected,
      present: irc.room.all.map(({ person, modes }) => ({ name: person.nick, modes: [...modes].join('') })),
    });
  });
  app.use(onError);
  return app;
}

/** Takes a post as the board is set to: well, or as badly as boards may. */
function takeOnBoard(board: Board, request: Request, response: Response): void {
  const id = request.header('webhook-id') ?? '';
  board.asked += 1;
  if (board.answer === 'hangs') return;
  if (board.answer === 'fails') response.status(500).json({ title: 'The board is being cleaned' });
  else if (board.answer === 'redirects') response.redirect(307, '/control/drop');
  else {
    const signed = request.header('webhook-signature') !== undefined;
    board.take({ at: new Date().toISOString(), id, signed, body: request.body as unknown });
    if (board.answer === 'takes') response.status(202).json({});
    else flood(response);
  }
}

/** Answers without end. */
function flood(response: Response): void {
  const chunk = 'x'.repeat(65_536);
  const more = (): void => {
    while (!response.destroyed) if (!response.write(chunk)) break;
    if (!response.destroyed) response.once('drain', more);
  };
  response.status(200);
  more();
}

interface Answer {
  (status: 200, body?: object): void;
  (status: number, title: string, detail: string): void;
}

/** Checks the body against its class, then lets the work answer. */
function taking<T extends object>(
  shape: ClassConstructor<T>,
  work: (body: T, answer: Answer) => void,
): RequestHandler {
  return (request, response) => {
    const answer: Answer = (status: number, bodyOrTitle: object | string = {}, detail?: string) => {
      const body =
        typeof bodyOrTitle === 'string'
          ? { type: 'about:blank', status, title: bodyOrTitle, detail }
          : bodyOrTitle;
      response.status(status).json(body);
    };
    const body = plainToInstance(shape, (request.body ?? {}) as object);
    const faults = validateSync(body, { whitelist: true, forbidNonWhitelisted: true });
    if (faults.length === 0) work(body, answer);
    else
      answer(
        422,
        'Some fields are not valid',
        faults.flatMap(({ constraints }) => Object.values(constraints ?? {})).join('; '),
      );
  };
}

const onError: ErrorRequestHandler = (_error, _request, response, next) => {
  if (response.headersSent) next(_error);
  else
    response
      .status(400)
      .json({ type: 'about:blank', status: 400, title: 'The request cannot be read', detail: 'Send JSON.' });
};
