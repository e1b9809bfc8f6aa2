import { existsSync } from 'node:fs';
import { parse } from 'node:querystring';
import { fileURLToPath } from 'node:url';
import { NestFactory } from '@nestjs/core';
import type { NestExpressApplication } from '@nestjs/platform-express';
import express, { type NextFunction, type Request, type Response } from 'express';
import type { DataSource } from 'typeorm';
import { AppModule } from './app.module.js';
import type { Environment } from './configuration/index.js';
import { NestLog, type Log } from './log/index.js';
import { GROUP_BYTES } from './guard/index.js';
import { LIST_BYTES } from './lists/index.js';
import { makeValidation, ProblemFilter } from './problem/index.js';
import { jsonBody, jsonOptions, policies, requestLimit } from './security/index.js';

/** 100,000 viewers with all columns take about 12 MB. */
const CSV_LIMIT = '30mb';
const PAGES = fileURLToPath(new URL('../../web/dist/', import.meta.url));

/** Builds the server without starting to listen or to connect. */
export async function makeApp(
  environment: Environment,
  source: DataSource,
  log: Log,
): Promise<NestExpressApplication> {
  const app = await NestFactory.create<NestExpressApplication>(AppModule.with(environment, source, log), {
    logger: new NestLog(log),
    abortOnError: false,
    forceCloseConnections: true,
  });
  app.disable('x-powered-by');
  app.set('query parser', queryOf);
  app.use(policies());
  app.use('/api', requestLimit());
  app.use('/api/viewers/import/preview', express.raw({ type: 'text/csv', limit: CSV_LIMIT }));
  app.use('/api/lists', jsonBody(LIST_BYTES + 1_000_000));
  app.use('/api/phrase-groups', jsonBody(GROUP_BYTES + 1_000_000));
  app.use('/api/guard/replays', jsonBody('31mb'));
  app.use('/api/bundles', jsonBody('60mb'));
  // Events are signed over their very bytes.
  app.use('/events', requestLimit(), express.raw({ type: () => true, limit: '64kb' }));
  // A command may have fifty texts of 5,000 characters, each of up to four bytes.
  app.useBodyParser('json', jsonOptions('1mb'));
  app.useGlobalPipes(makeValidation());
  app.useGlobalFilters(new ProblemFilter(log));
  if (existsSync(PAGES)) servePages(app);
  return app;
}

/** No address asks for several values of one name: of one that is given twice, the last holds. */
function queryOf(text: string): Record<string, string | undefined> {
  const given = Object.entries(parse(text));
  return Object.fromEntries(
    given.map(([name, value]) => [name, Array.isArray(value) ? value.at(-1) : value]),
  );
}

/** What answers with data, and not with a page. */
const NO_PAGE = /^\/(?:api|overlay\/media|overlay\/people|output)\/|^\/live/u;

/** The built pages; any address that is no file and not the API is a place inside the one page. */
function servePages(app: NestExpressApplication): void {
  app.use('/assets', express.static(`${PAGES}assets`, { immutable: true, maxAge: '1y', fallthrough: false }));
  app.use(express.static(PAGES, { index: false }));
  app.use((request: Request, response: Response, next: NextFunction) => {
    const isPage = request.method === 'GET' && !NO_PAGE.test(request.path);
    const page = request.path.startsWith('/overlay/') ? 'overlay.html' : 'index.html';
    if (!isPage) next();
    else response.sendFile(page, { root: PAGES, headers: { 'cache-control': 'no-cache' } });
  });
}
