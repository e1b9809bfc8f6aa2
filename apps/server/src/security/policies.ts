import helmet from 'helmet';
import type { NextFunction, Request, RequestHandler, Response } from 'express';
import type { IncomingHttpHeaders } from 'node:http';
import { Problem, sendProblem } from '../problem/index.js';
import { isOwnHost, isSameOrigin } from './same-origin.js';

/** Who opens an address, which decides what is let in and what a page from there may do. */
export type RouteGroup = 'control-room' | 'overlay' | 'public' | 'hooks';

interface Policy {
  /** whether a request may come in at all */
  readonly allows: (headers: IncomingHttpHeaders) => boolean;
  readonly refusal: string;
  /** who may show a page within one of its own */
  readonly framedBy: "'none'" | "'self'";
  /** sources of pictures and sounds a page may load */
  readonly media: readonly string[];
  /** false where nothing is a page */
  readonly pages: boolean;
}

const OWN_PAGES_ONLY = 'Gully answers only pages of its own, opened by the address it prints.';

const POLICIES: Readonly<Record<RouteGroup, Policy>> = {
  'control-room': {
    allows: isSameOrigin,
    refusal: OWN_PAGES_ONLY,
    framedBy: "'none'",
    media: ["'self'", 'data:'],
    pages: true,
  },
  // Shown by streaming software, and by the control room as a preview.
  overlay: {
    allows: isSameOrigin,
    refusal: OWN_PAGES_ONLY,
    framedBy: "'self'",
    media: ["'self'", 'data:', 'blob:'],
    pages: true,
  },
  public: {
    allows: isSameOrigin,
    refusal: OWN_PAGES_ONLY,
    framedBy: "'none'",
    media: ["'self'"],
    pages: true,
  },
  // Programs post there, which name no origin; a browser always does.
  hooks: {
    allows: (headers) => isOwnHost(headers) && headers.origin === undefined,
    refusal: 'Events are posted by programs on this machine, and not by pages.',
    framedBy: "'none'",
    media: ["'none'"],
    pages: false,
  },
};

/** What an address begins with, by the group it is of; all else is the control room's. */
const BEGINNINGS: readonly (readonly [beginning: RegExp, group: RouteGroup])[] = [
  [/^\/overlay(?:[/.]|$)/u, 'overlay'],
  [/^\/output\//u, 'overlay'],
  [/^\/public(?:[/.]|$)/u, 'public'],
  [/^\/events(?:\/|$)/u, 'hooks'],
];

export function routeGroup(path: string): RouteGroup {
  return BEGINNINGS.find(([beginning]) => beginning.test(path))?.[1] ?? 'control-room';
}

/** Refuses what a group of addresses does not let in, before anything else looks at it, and says what its pages may do. */
export function policies(): RequestHandler {
  const headers = new Map(Object.entries(POLICIES).map(([group, policy]) => [group, headersOf(policy)]));
  return (request: Request, response: Response, next: NextFunction) => {
    const group = routeGroup(request.path);
    const { allows, refusal } = POLICIES[group];
    if (allows(request.headers)) headers.get(group)?.(request, response, next);
    else sendProblem(response, new Problem(403, 'Not from here', refusal));
  };
}

/** Same origin only, and no inline scripts. CodeMirror and Radix set styles at run time. */
function headersOf({ framedBy, media, pages }: Policy): RequestHandler {
  const self = pages ? ["'self'"] : ["'none'"];
  return helmet({
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'none'"],
        scriptSrc: self,
        styleSrc: pages ? ["'self'", "'unsafe-inline'"] : ["'none'"],
        imgSrc: [...media],
        mediaSrc: [...media],
        fontSrc: self,
        connectSrc: self,
        manifestSrc: self,
        baseUri: ["'none'"],
        formAction: ["'none'"],
        frameAncestors: [framedBy],
        frameSrc: self,
      },
    },
    frameguard: { action: framedBy === "'self'" ? 'sameorigin' : 'deny' },
    // Plain HTTP on loopback; a browser told otherwise would not come back.
    strictTransportSecurity: false,
    referrerPolicy: { policy: 'no-referrer' },
  }) as RequestHandler;
}
