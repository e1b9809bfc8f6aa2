import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { render } from '@testing-library/react';
import type { ReactNode } from 'react';
import { MemoryRouter } from 'react-router';
import { answerWith } from './browser.js';

/** What a page asked of the server: `PUT /api/counters/depth`, with what it sent. */
export interface Asked {
  readonly what: string;
  readonly query: Readonly<Record<string, string>>;
  readonly body: unknown;
}

type Answers = Readonly<Record<string, (asked: Asked) => unknown>>;

/** What the server refuses with. */
export class Refusal {
  constructor(
    readonly status: number,
    readonly title: string,
    readonly detail: string,
  ) {}
}

/**
 * Draws a page beside a server that answers from a table of `METHOD /path`; what is not in
 * it is answered with 404, as a server would.
 */
export function drawPage(page: ReactNode, answers: Answers) {
  const asked: Asked[] = [];
  answerWith(async (request) => {
    const { pathname, searchParams } = new URL(request.url);
    const text = await request.text();
    const one: Asked = {
      what: `${request.method} ${decodeURIComponent(pathname)}`,
      query: Object.fromEntries(searchParams),
      body: text === '' ? undefined : (JSON.parse(text) as unknown),
    };
    asked.push(one);
    const answer =
      answers[one.what] ?? (() => new Refusal(404, 'There is no such thing', 'It is not there.'));
    const given = answer(one);
    if (given instanceof Refusal) {
      const { status, title, detail } = given;
      return Response.json({ status, title, detail }, { status });
    }
    return given === undefined ? new Response(null, { status: 204 }) : Response.json(given);
  });
  const queries = new QueryClient({ defaultOptions: { queries: { retry: false, staleTime: Infinity } } });
  const drawn = render(
    <QueryClientProvider client={queries}>
      <MemoryRouter>{page}</MemoryRouter>
    </QueryClientProvider>,
  );
  return { ...drawn, asked, of: (what: string) => asked.filter((each) => each.what === what) };
}
