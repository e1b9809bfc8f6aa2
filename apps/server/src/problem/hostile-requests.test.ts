import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { Agent, request } from 'node:http';
import type { Standin } from '@gully/standin/standin';
import { describeApi } from '../api-description.js';
import { Gully, newStandin } from '../test-support/index.js';

interface Schema {
  readonly $ref?: string;
  readonly allOf?: readonly Schema[];
  readonly oneOf?: readonly Schema[];
  readonly type?: string;
  readonly enum?: readonly unknown[];
  readonly properties?: Readonly<Record<string, Schema>>;
  readonly items?: Schema;
  readonly minimum?: number;
}
interface Operation {
  readonly parameters?: readonly { readonly name: string; readonly in: string }[];
  readonly requestBody?: { readonly content: Readonly<Record<string, { readonly schema: Schema }>> };
}
interface Description {
  readonly paths: Readonly<Record<string, Readonly<Record<string, Operation>>>>;
  readonly components: { readonly schemas: Readonly<Record<string, Schema>> };
}
const { paths, components } = (await describeApi()) as unknown as Description;

let standin: Standin;
let gully: Gully;
beforeAll(async () => {
  standin = await newStandin();
  gully = await Gully.start(standin);
});
afterAll(async () => {
  await gully.stop();
  await standin.close();
});

function resolved(schema: Schema): Schema {
  const [first] = schema.allOf ?? schema.oneOf ?? [];
  if (first !== undefined) return resolved(first);
  const name = schema.$ref?.split('/').at(-1);
  return name === undefined ? schema : resolved(components.schemas[name] ?? {});
}

/** Something a schema takes, with no more than it must have. */
function sample(schema: Schema, depth = 0): unknown {
  const { type, enum: choices, properties, minimum } = resolved(schema);
  if (choices !== undefined) return choices[0];
  if (type === 'array') return [];
  if (type === 'number' || type === 'integer') return minimum ?? 1;
  if (type === 'boolean') return false;
  if (type === 'string') return 'x';
  if (depth > 4) return {};
  return Object.fromEntries(
    Object.entries(properties ?? {}).map(([name, each]) => [name, sample(each, depth + 1)]),
  );
}

const NASTY: readonly unknown[] = [null, [], { constructor: 1 }, 1e308, '\u0000'];

/** Bodies that have one thing wrong each, and some that have nothing right. */
function bodiesFor(schema: Schema): unknown[] {
  const good = sample(schema);
  const { properties } = resolved(schema);
  const wrong = Object.keys(properties ?? {}).flatMap((name) =>
    NASTY.map((nasty) => ({ ...(good as object), [name]: nasty })),
  );
  return [good, {}, [], { constructor: { name: 1 } }, ...wrong];
}

/** Each from another address of this machine, since one that asks so often is refused. */
const agents = Array.from(
  { length: 40 },
  (_, n) => new Agent({ keepAlive: true, localAddress: `127.0.0.${String(n + 2)}` }),
);
let asked = 0;

function ask(
  method: string,
  path: string,
  body: string | undefined,
  type: string,
): Promise<[number, string]> {
  asked += 1;
  const { hostname, port } = new URL(gully.origin);
  return new Promise((resolve, reject) => {
    const sent = request(
      {
        ...{ hostname, port, path, method: method.toUpperCase(), agent: agents[asked % agents.length] },
        headers:
          body === undefined ? {} : { 'content-type': type, 'content-length': Buffer.byteLength(body) },
      },
      (answer) => {
        let text = '';
        answer.setEncoding('utf8').on('data', (part: string) => (text += part));
        answer.once('end', () => {
          resolve([answer.statusCode ?? 0, text]);
        });
      },
    );
    sent.once('error', reject);
    sent.end(body);
  });
}

/** Long-lived answers, and what ends this server or its room. */
const LEFT_OUT = /^\/api\/(?:standin|connection)/u;

const areaOf = (path: string): string => path.split('/').slice(0, 3).join('/');
/** An area each, so that none takes long. */
const AREAS = [...new Set(Object.keys(paths).map(areaOf))].filter((area) => !LEFT_OUT.test(area));

test.each(AREAS)(
  'no request to %s gets further than a clear refusal, whatever is wrong with it',
  async (area) => {
    const failed: string[] = [];
    const one = async (
      method: string,
      path: string,
      body?: string,
      type = 'application/json',
    ): Promise<void> => {
      const [status, text] = await ask(method, path, body, type);
      if (status >= 500)
        failed.push(`${method} ${path} ${body?.slice(0, 200) ?? ''}: ${String(status)} ${text}`);
    };
    for (const [template, operations] of Object.entries(paths)) {
      if (areaOf(template) !== area) continue;
      const path = template.replaceAll(/\{\w+\}/gu, 'x');
      for (const [method, { parameters = [], requestBody }] of Object.entries(operations)) {
        for (const { name } of parameters.filter((each) => each.in === 'query')) {
          for (const nasty of ['1e308', '-1', 'constructor', '%00', '', `x&${name}=y`, '[]'])
            await one(method, `${path}?${name}=${nasty}`);
        }
        const schema = requestBody?.content['application/json']?.schema;
        if (schema === undefined) continue;
        await one(method, path);
        await one(method, path, 'x', 'text/plain');
        await one(method, path, 'null');
        await one(method, path, '{');
        for (const body of bodiesFor(schema)) await one(method, path, JSON.stringify(body));
      }
    }
    expect(failed).toEqual([]);
  },
);

test('JSON that is nested too deeply is refused before it is parsed', async () => {
  const deep = (levels: number): string =>
    `{"name":"\\"[[","text":${'['.repeat(levels)}${']'.repeat(levels)}}`;
  for (const [levels, why] of [
    [400_000, 'The request cannot be read'],
    [90, 'Some fields are not valid'],
  ] as const) {
    const [status, text] = await ask('post', '/api/lists', deep(levels), 'application/json');
    expect([status, (JSON.parse(text) as { title: string }).title]).toEqual([422, why]);
  }
});
