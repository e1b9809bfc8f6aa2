import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { afterEach, describe, expect, test } from '@jest/globals';
import express from 'express';
import fc from 'fast-check';
import { isSameOrigin, policies, requestLimit, routeGroup } from './index.js';

describe('Host and Origin', () => {
  test.each([
    [{ host: '127.0.0.1:4700' }, true],
    [{ host: 'LOCALHOST:4700' }, true],
    [{ host: '[::1]:4700' }, true],
    [{ host: '127.0.0.1:4700', origin: 'http://127.0.0.1:4700' }, true],
    [{ host: '127.0.0.1:4700', origin: 'http://127.0.0.1:4701' }, false],
    [{ host: '127.0.0.1:4700', origin: 'https://127.0.0.1:4700' }, false],
    [{ host: '127.0.0.1:4700', origin: 'null' }, false],
    [{ host: '127.0.0.1.evil.example:4700' }, false],
    [{ host: 'localhost.evil.example' }, false],
    [{ host: '127.0.0.1@evil.example' }, false],
    [{}, false],
  ])('%j: %s', (headers, allowed) => {
    expect(isSameOrigin(headers)).toBe(allowed);
  });

  test('no name but this machine’s own is let in', () => {
    fc.assert(
      fc.property(fc.domain(), fc.nat(65_535), (name, port) => {
        expect(
          isSameOrigin({ host: `${name}:${String(port)}`, origin: `http://${name}:${String(port)}` }),
        ).toBe(false);
      }),
    );
  });
});

describe('as middleware', () => {
  let server: Server | undefined;
  afterEach(() => {
    server?.close();
  });
  async function serve(limit?: number): Promise<string> {
    const app = express().use(policies(), requestLimit(limit));
    app.use((_, response) => void response.send('ok'));
    server = createServer(app);
    await new Promise<void>((resolve) => server?.listen(0, '127.0.0.1', resolve));
    return `http://127.0.0.1:${String((server.address() as AddressInfo).port)}/`;
  }

  test('a loop gone wrong is stopped with a problem, not a stack', async () => {
    const url = await serve(60);
    const answers = await Promise.all(Array.from({ length: 61 }, () => fetch(url)));
    expect(answers.filter(({ status }) => status === 200)).toHaveLength(60);
    const refused = answers.find(({ status }) => status === 429);
    expect(refused?.headers.get('content-type')).toMatch(/application\/problem\+json/u);
    expect(await refused?.json()).toMatchObject({ status: 429, title: 'Too many requests' });
  });

  const policyOf = (headers: Headers): Record<string, string> =>
    Object.fromEntries(
      (headers.get('content-security-policy') ?? '')
        .split(';')
        .map((part) => [part.split(' ')[0] ?? '', part.split(' ').slice(1).join(' ')]),
    );

  test('each group of addresses has its own rules of who comes in, and of what its pages may do', async () => {
    const url = await serve();
    const inside = { 'script-src': "'self'", 'connect-src': "'self'", 'base-uri': "'none'" };
    const foreign = { origin: 'https://elsewhere.example' };
    for (const [path, group, expected] of [
      ['', 'control-room', { ...inside, 'frame-ancestors': "'none'", 'default-src': "'none'" }],
      ['publicity', 'control-room', { ...inside, 'frame-ancestors': "'none'" }],
      ['overlay.html', 'overlay', { ...inside, 'frame-ancestors': "'self'" }],
      ['overlay/goal', 'overlay', { ...inside, 'frame-ancestors': "'self'" }],
      ['public/queue', 'public', { ...inside, 'frame-ancestors': "'none'" }],
      ['events', 'hooks', { 'script-src': "'none'", 'img-src': "'none'" }],
    ] as const) {
      expect([path, routeGroup(`/${path}`)]).toEqual([path, group]);
      const { status, headers } = await fetch(`${url}${path}`);
      expect([path, status]).toEqual([path, 200]);
      expect(policyOf(headers)).toMatchObject(expected);
      expect(headers.get('x-content-type-options')).toBe('nosniff');
      expect(headers.get('strict-transport-security')).toBeNull();
      expect((await fetch(`${url}${path}`, { headers: foreign })).status).toBe(403);
    }
    // A page of Gully's own is no program.
    const { origin } = new URL(url);
    expect((await fetch(`${url}events`, { headers: { origin } })).status).toBe(403);
    expect((await fetch(url, { headers: { origin } })).status).toBe(200);
  });
});
