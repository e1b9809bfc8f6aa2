import { Injectable } from '@nestjs/common';
import { Environment } from '../configuration/index.js';
import { Problem } from '../problem/index.js';

const ANSWER_MS = 3_000;

/** Talks to the stand-in’s control API, where one is configured: speaking as viewers, the crowd, faults. */
@Injectable()
export class StandinService {
  constructor(private readonly environment: Environment) {}

  get available(): boolean {
    return this.environment.GULLY_STANDIN_URL !== undefined;
  }

  async ask<T>(method: 'GET' | 'POST', path: string, body?: unknown): Promise<T> {
    const base = this.environment.GULLY_STANDIN_URL;
    if (base === undefined)
      throw new Problem(
        404,
        'There is no stand-in',
        'Gully is connected to a real chat room, in which only real viewers speak.',
      );
    const response = await this.fetch(new URL(path, base), method, body);
    const answer: unknown = await response.json().catch(() => ({}));
    if (response.ok) return answer as T;
    const { title, detail } = answer as { title?: string; detail?: string };
    throw new Problem(response.status, title ?? 'The stand-in refused', detail ?? 'Nothing was done.');
  }

  private async fetch(url: URL, method: string, body: unknown): Promise<Response> {
    try {
      return await fetch(url, {
        method,
        signal: AbortSignal.timeout(ANSWER_MS),
        ...(body === undefined
          ? {}
          : { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) }),
      });
    } catch {
      throw new Problem(
        503,
        'The stand-in is not responding',
        'Nothing was done. It may not be running; start it and try again.',
      );
    }
  }
}
