import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { cleanup, configure, fireEvent, render, type RenderResult } from '@testing-library/react';
import type { ReactNode } from 'react';
import { MemoryRouter } from 'react-router';
import { toast, Toaster } from 'sonner';
import { AREAS } from '../areas.js';
import { Areas } from '../manifest/index.js';
import { answerWith } from './browser.js';

// Parts of pages load as they are drawn, which takes more than the usual second on a busy machine.
configure({ asyncUtilTimeout: 10_000 });

/** What a page asked of the server: `PUT /api/counters/depth`, with what it sent. */
export interface Asked {
  readonly what: string;
  readonly query: Readonly<Record<string, string>>;
  /** what JSON said, else the text */
  readonly body: unknown;
  /** aborted when the page does not wait for it any more */
  readonly signal: AbortSignal;
}

export type Answers = Readonly<Record<string, (asked: Asked) => unknown>>;

/** What the server refuses with. */
export class Refusal {
  constructor(
    readonly status: number,
    readonly title: string,
    readonly detail: string,
    /** what is wrong with which field */
    readonly fields: Readonly<Record<string, string>> = {},
    /** what was saved meanwhile, where someone was first */
    readonly current?: object,
  ) {}
}

/** A page with what all areas bring to it: where things are edited, and what blanks may refer to. */
export function inAreas(page: ReactNode): ReactNode {
  return <Areas value={AREAS}>{page}</Areas>;
}

/**
 * Draws a page beside a server that answers from a table of `METHOD /path`; what is not in
 * it is answered with 404, as a server would.
 *
 * @param at the address of the page
 */
export function drawPage(page: ReactNode, answers: Answers, at = '/') {
  const asked: Asked[] = [];
  // What an earlier page left, in whichever test, would be taken for this one's.
  cleanup();
  toast.dismiss();
  answerWith(async (request) => {
    const { pathname, searchParams } = new URL(request.url);
    const text = await request.text();
    const one: Asked = {
      what: `${request.method} ${decodeURIComponent(pathname)}`,
      query: Object.fromEntries(searchParams),
      body: text === '' ? undefined : isJson(request) ? (JSON.parse(text) as unknown) : text,
      signal: request.signal,
    };
    asked.push(one);
    const answer =
      answers[one.what] ?? (() => new Refusal(404, 'There is no such thing', 'It is not there.'));
    const given = await answer(one);
    if (given instanceof Refusal) {
      const { status, title, detail, fields, current } = given;
      return Response.json({ status, title, detail, fields, current }, { status });
    }
    if (typeof given === 'string') return new Response(given, { headers: { 'content-type': 'text/plain' } });
    return given === undefined ? new Response(null, { status: 204 }) : Response.json(given);
  });
  const queries = new QueryClient({ defaultOptions: { queries: { retry: false, staleTime: Infinity } } });
  const drawn = render(
    <QueryClientProvider client={queries}>
      <MemoryRouter initialEntries={[at]}>{page}</MemoryRouter>
      <Toaster />
    </QueryClientProvider>,
  );
  return { ...drawn, queries, asked, of: (what: string) => asked.filter((each) => each.what === what) };
}

function isJson({ headers }: Request): boolean {
  return headers.get('content-type')?.includes('json') === true;
}

/** Chooses one of the words a blank offers, by keyboard. */
export async function choose(page: RenderResult, blank: string, word: string): Promise<void> {
  fireEvent.keyDown(page.getByRole('combobox', { name: blank }), { key: 'Enter' });
  fireEvent.keyDown(await page.findByRole('option', { name: word }), { key: 'Enter' });
}
