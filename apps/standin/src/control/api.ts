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
} from 'class-validator';
import express, { type ErrorRequestHandler, type Express, type RequestHandler } from 'express';
import type { Crowd } from '../crowd/index.js';
import type { IrcServer, People } from '../irc/index.js';
import type { Stream } from './stream.js';

const NICK = /^[^\s:,#&@!*?+~]{1,30}$/u;
const NICK_WORDS = { message: 'A name is one word of at most 30 characters, without : , # & @ ! * ? + ~' };

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
class RefuseBody {
  @IsInt() @Min(0) @Max(600) seconds!: number;
}

class StreamBody {
  @IsOptional() @IsBoolean() live?: boolean;
  @IsOptional() @IsInt() @Min(0) @Max(100_000) minutes?: number;
  @IsOptional() @IsString() @Length(0, 140) title?: string;
  @IsOptional() @IsString() @Length(0, 80) category?: string;
}

export interface Controlled {
  readonly stream: Stream;
  readonly irc: IrcServer;
  readonly people: People;
  readonly crowd: Crowd;
}

/** The stand-in's own API: speak as a viewer, come and go, the crowd, faults on demand. Loopback only. */
export function controlApi({ irc, people, crowd, stream }: Controlled): Express {
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
    '/control/refuse',
    taking(RefuseBody, ({ seconds }, answer) => {
      irc.refuse(Date.now() + seconds * 1000);
      answer(200);
    }),
  );
  app.get('/stream', (_, response) => {
    response.json({ ...stream.current, viewers: stream.current.live ? crowd.current.size : 0 });
  });
  app.post(
    '/control/stream',
    taking(StreamBody, ({ minutes, ...change }, answer) => {
      stream.set(change, Date.now() - (minutes ?? 0) * 60_000);
      answer(200, stream.current);
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
        'Some of it is not usable',
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
