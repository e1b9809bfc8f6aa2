import { PLURALS, type ThingKind } from '@gully/core/things';
import { queryOptions } from '@tanstack/react-query';
import { thingCalls, type Stored } from '../api/index.js';

/** All things of a kind, as the server tells of them. */
export function thingsQuery<K extends ThingKind>(kind: K) {
  return queryOptions({
    queryKey: [PLURALS[kind]] as readonly string[],
    queryFn: (): Promise<Stored<K>[]> => thingCalls(kind).all(),
  });
}
