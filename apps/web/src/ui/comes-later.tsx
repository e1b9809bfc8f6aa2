import { lazy, Suspense, type ComponentType, type LazyExoticComponent } from 'react';
import { Bones } from './notice.js';

/** Milliseconds until code that did not come is asked for again, doubled each time. */
const AGAIN_MS = 500;
/** How often it is: all in all for half a minute, longer than Gully takes to start. */
const TRIES = 6;

/** Code that is asked for when it is first shown; again where it does not come, as while Gully is restarted. */
export function lazily<P extends object>(
  load: () => Promise<ComponentType<P>>,
): LazyExoticComponent<ComponentType<P>> {
  const ask = async (failures: number): Promise<{ default: ComponentType<P> }> => {
    try {
      return { default: await load() };
    } catch (error) {
      if (failures === TRIES) throw error;
      await new Promise((resolve) => {
        setTimeout(resolve, AGAIN_MS * 2 ** failures);
      });
      return ask(failures + 1);
    }
  };
  return lazy(() => ask(0));
}

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
  const Loaded = lazily(load);
  return function ComesLater(props: P) {
    return (
      <Suspense fallback={lines === 0 ? null : <Bones lines={lines} />}>
        <Loaded {...props} />
      </Suspense>
    );
  };
}
