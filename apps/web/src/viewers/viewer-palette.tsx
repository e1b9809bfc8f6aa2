import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useNavigate } from 'react-router';
import type { ActsProps } from '../manifest/index.js';
import { viewersQuery } from './queries.js';

/** Fewer letters find too many. */
const LETTERS = 2;
const SHOWN = 5;

/** Viewers by name, in the palette. */
export function ViewerPalette({ search, show }: ActsProps) {
  const navigate = useNavigate();
  const { data } = useQuery({
    ...viewersQuery({ search, role: 'any', mark: 'none', sort: 'lastSeen', order: 'down', offset: 0 }),
    enabled: search.trim().length >= LETTERS,
    placeholderData: keepPreviousData,
  });
  if (search.trim().length < LETTERS) return null;
  return (data?.viewers ?? []).slice(0, SHOWN).map(({ id, name, account }) =>
    show({
      label: name,
      // Two of one name are told apart by it.
      hint: account === name ? 'viewer' : `viewer, ${account}`,
      words: [account],
      run: () => void navigate(`/review/viewers/${id}`),
    }),
  );
}
