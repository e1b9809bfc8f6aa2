import { lazy, Suspense, type ComponentType } from 'react';
import { Bones } from './notice.js';

/**
 * A component whose code comes when it is first shown; the shape of what is coming stands
 * there meanwhile.
 *
 * @param lines of that shape; 0 for what is not missed until it is there
 */
export function comesLater<P extends object>(
  load: () => Promise<ComponentType<P>>,
  lines = 12,
): ComponentType<P> {
  const Loaded = lazy(async () => ({ default: await load() }));
  return function ComesLater(props: P) {
    return (
      <Suspense fallback={lines === 0 ? null : <Bones lines={lines} />}>
        <Loaded {...props} />
      </Suspense>
    );
  };
}
