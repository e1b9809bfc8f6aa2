import type { OverlayBody } from '@gully/core/overlays';
import { queryOptions } from '@tanstack/react-query';
import { answerOf, api, sent } from '../api/index.js';

export const stagesQuery = queryOptions({
  queryKey: ['stages'],
  queryFn: () => answerOf(api.GET('/api/overlays/stages')),
});

export const addressQuery = (id: string) =>
  queryOptions({
    queryKey: ['overlays', 'address', id],
    queryFn: () => answerOf(api.GET('/api/overlays/{id}/address', { params: { path: { id } } })),
  });

/** What each piece would show now, by its id; null where it shows nothing. */
export async function askPreview(body: OverlayBody): Promise<ReadonlyMap<string, unknown>> {
  const drawn = await answerOf(api.POST('/api/overlays/preview', { body: sent(body) }));
  return new Map(drawn.map(({ id, data }) => [id, data as unknown]));
}
