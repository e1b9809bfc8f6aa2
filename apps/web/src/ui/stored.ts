import { useCallback, useSyncExternalStore } from 'react';

const listeners = new Map<string, Set<() => void>>();
/** told of every change, whatever its name */
const watchers = new Set<() => void>();
/** What cannot be written (a full or forbidden storage) is at least kept until the page closes. */
const unwritten = new Map<string, string | null>();

export function readStored(key: string): string | null {
  return unwritten.has(key) ? (unwritten.get(key) ?? null) : localStorage.getItem(key);
}

/** Keeps a text in this browser under a name; null forgets it. All that show it are told, in other windows too. */
export function writeStored(key: string, value: string | null): void {
  try {
    if (value === null) localStorage.removeItem(key);
    else localStorage.setItem(key, value);
    unwritten.delete(key);
  } catch {
    unwritten.set(key, value);
  }
  listeners.get(key)?.forEach((listener) => {
    listener();
  });
  watchers.forEach((watcher) => {
    watcher();
  });
}

window.addEventListener('storage', ({ key }) => {
  const told = key === null ? [...listeners.values()] : [listeners.get(key) ?? new Set<() => void>()];
  for (const each of told)
    each.forEach((listener) => {
      listener();
    });
  watchers.forEach((watcher) => {
    watcher();
  });
});

export function subscribeStored(key: string, listener: () => void): () => void {
  const own = listeners.get(key) ?? new Set();
  listeners.set(key, own.add(listener));
  return () => {
    own.delete(listener);
  };
}

/** A text kept in this browser, and the function that changes it. */
export function useStored(key: string): readonly [string | null, (value: string | null) => void] {
  const subscribe = useCallback((listener: () => void) => subscribeStored(key, listener), [key]);
  const value = useSyncExternalStore(subscribe, () => readStored(key));
  const change = useCallback(
    (next: string | null) => {
      writeStored(key, next);
    },
    [key],
  );
  return [value, change];
}

/** Whether anything is kept in this browser under a name that begins so. */
export function useAnyStored(beginning: string | undefined): boolean {
  return useSyncExternalStore(watch, () => beginning !== undefined && anyStored(beginning));
}

function watch(watcher: () => void): () => void {
  watchers.add(watcher);
  return () => {
    watchers.delete(watcher);
  };
}

function anyStored(beginning: string): boolean {
  const written = Array.from({ length: localStorage.length }, (_, n) => localStorage.key(n) ?? '');
  return [...written, ...unwritten.keys()].some(
    (key) => key.startsWith(beginning) && readStored(key) !== null,
  );
}
