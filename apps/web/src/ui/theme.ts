import { createStore } from './store.js';

export type Theme = 'limestone' | 'cave';

const KEY = 'gully.theme';
const dark = window.matchMedia('(prefers-color-scheme: dark)');

function wanted(): Theme {
  const chosen = localStorage.getItem(KEY);
  if (chosen === 'limestone' || chosen === 'cave') return chosen;
  return dark.matches ? 'cave' : 'limestone';
}

const theme = createStore<Theme>(wanted());

function apply(): void {
  theme.set(wanted());
  document.documentElement.dataset.theme = theme.get();
}

/** Follows the system’s theme until one is chosen. */
export function startTheme(): void {
  dark.addEventListener('change', apply);
  apply();
}

export function chooseTheme(chosen: Theme): void {
  localStorage.setItem(KEY, chosen);
  apply();
}

export function useTheme(): Theme {
  return theme.use();
}
