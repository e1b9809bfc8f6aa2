import helmet from 'helmet';
import type { RequestHandler } from 'express';

/** Response headers: same origin only, and no inline scripts. CodeMirror and Radix set styles at run time. */
export function securityHeaders(): RequestHandler {
  return helmet({
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'none'"],
        scriptSrc: ["'self'"],
        styleSrc: ["'self'", "'unsafe-inline'"],
        imgSrc: ["'self'", 'data:'],
        fontSrc: ["'self'"],
        connectSrc: ["'self'"],
        manifestSrc: ["'self'"],
        baseUri: ["'none'"],
        formAction: ["'none'"],
        frameAncestors: ["'none'"],
      },
    },
    // Plain HTTP on loopback; a browser told otherwise would not come back.
    strictTransportSecurity: false,
    referrerPolicy: { policy: 'no-referrer' },
  }) as RequestHandler;
}
