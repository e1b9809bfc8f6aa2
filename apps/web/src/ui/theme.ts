import { useSyncExternalStore } from 'react';

export type Theme = 'limestone' | 'cave';

const KEY = 'gully.theme';
const dark = window.matchMedia('(prefers-color-scheme: dark)');
const listeners = new Set<() => void>();

function current(): Theme {
  const chosen = localStorage.getItem(KEY);
  if (chosen === 'limestone' || chosen === 'cave') return chosen;
  return dark.matches ? 'cave' : 'limestone';
}

function apply(): void {
  document.documentElement.dataset.theme = current();
  for (const listener of listeners) listener();
}

/** Follows the system’s theme until one is chosen. */
export function startTheme(): void {
  dark.addEventListener('change', apply);
  apply();
}

export function chooseTheme(theme: Theme): void {
  localStorage.setItem(KEY, theme);
  apply();
}

export function useTheme(): Theme {
  return useSyncExternalStore((listener) => {
    listeners.add(listener);
    return () => listeners.delete(listener);
  }, current);
}
