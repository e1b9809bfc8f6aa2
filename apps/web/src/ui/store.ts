import { useSyncExternalStore } from 'react';

/** A value outside of React: it outlives the screens that show it, and tells them when it changes. */
export interface Store<T> {
  get(): T;
  set(value: T): void;
  /** the value, for a component that is drawn again when it changes */
  use(): T;
}

export function createStore<T>(initial: T): Store<T> {
  let value = initial;
  const listeners = new Set<() => void>();
  const subscribe = (listener: () => void): (() => void) => {
    listeners.add(listener);
    return () => listeners.delete(listener);
  };
  const get = (): T => value;
  return {
    get,
    set(next) {
      value = next;
      for (const listener of listeners) listener();
    },

    use: () => useSyncExternalStore(subscribe, get),
  };
}
