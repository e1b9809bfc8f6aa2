import type { components } from './schema.js';

type ProblemBody = components['schemas']['ProblemView'];

/** What a call came to instead of an answer, in words for the person. */
export class Problem extends Error {
  constructor(
    readonly status: number,
    readonly title: string,
    readonly detail: string,
    readonly fields: Readonly<Record<string, string>>,
    readonly current: unknown,
  ) {
    super(title);
  }
}

const UNREACHABLE = new Problem(
  0,
  'Gully is not responding',
  'Nothing was changed. Check that it is still running; this page reconnects by itself.',
  {},
  undefined,
);

/** The data of a call, or a Problem thrown. */
export async function answerOf<T>(
  call: Promise<{ data?: T; error?: unknown; response: Response }>,
): Promise<T> {
  let result: { data?: T; error?: unknown; response: Response };
  try {
    result = await call;
  } catch {
    throw UNREACHABLE;
  }
  if (result.response.ok) return result.data as T;
  const body = (
    typeof result.error === 'object' && result.error !== null ? result.error : {}
  ) as Partial<ProblemBody>;
  throw new Problem(
    result.response.status,
    body.title ?? 'That did not work',
    body.detail ?? 'Nothing was changed. Try again.',
    body.fields ?? {},
    body.current,
  );
}

/** Any error as a Problem, to be shown. */
export function problemOf(error: unknown): Problem {
  if (error instanceof Problem) return error;
  return new Problem(
    0,
    'Something failed in this page',
    'Nothing was changed. Reload the page; drafts are kept.',
    {},
    undefined,
  );
}
