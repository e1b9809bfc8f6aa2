import { useState, type FocusEvent } from 'react';

interface Held<T> {
  readonly shown: readonly T[];
  /** how many came since */
  readonly unseen: number;
  /** shows what came */
  readonly release: () => void;
  readonly around: {
    readonly onPointerEnter: () => void;
    readonly onPointerLeave: () => void;
    readonly onFocus: (event: FocusEvent) => void;
    readonly onBlur: () => void;
  };
}

/**
 * Keeps rows where they are while someone points at them, has the focus among them, or has one open.
 *
 * @param rows newest first
 * @param of what they are of; others are shown at once
 */
export function useHeld<T extends { readonly id: string }>(
  rows: readonly T[],
  open: boolean,
  of: string,
): Held<T> {
  const [pointed, setPointed] = useState(false);
  const [focused, setFocused] = useState(false);
  const [kept, setKept] = useState({ of, rows });
  const held = pointed || focused || open;
  if (kept.of !== of || (!held && kept.rows !== rows)) setKept({ of, rows });
  const shown = held && kept.of === of ? kept.rows : rows;
  const first = shown[0]?.id;
  return {
    shown,
    unseen:
      first === undefined
        ? rows.length
        : Math.max(
            0,
            rows.findIndex(({ id }) => id === first),
          ),
    release: () => {
      setKept({ of, rows });
    },
    around: {
      onPointerEnter: () => {
        setPointed(true);
      },
      onPointerLeave: () => {
        setPointed(false);
      },
      onFocus: ({ target }) => {
        // A click leaves the focus behind; only who goes by the keyboard is still at it.
        setFocused(target.matches(':focus-visible'));
      },
      onBlur: () => {
        setFocused(false);
      },
    },
  };
}
