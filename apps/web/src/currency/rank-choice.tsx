import { useQuery } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import { Choice } from '../ui/index.js';
import { ranksQuery } from './queries.js';

/** A choice has no empty value. */
const NO_RANK = 'any';

interface RankChoiceProps {
  readonly label?: string;
  /** a rank's id; empty for none */
  readonly rank: string;
  readonly draft: boolean;
  /** what it says where no rank is chosen */
  readonly none: string;
  readonly lead?: ReactNode;
  readonly trail?: ReactNode;
  readonly onChange: (rank: string) => void;
}

/** From which rank up; nothing in a channel without ranks, where none was chosen before. */
export function RankChoice(props: RankChoiceProps) {
  const { label = 'From which rank on', rank, draft, none, lead = ' ', trail, onChange } = props;
  const ranks = useQuery(ranksQuery).data?.value.ranks ?? [];
  if (ranks.length === 0 && rank === '') return null;
  return (
    <>
      {lead}
      <Choice
        label={label}
        value={rank === '' ? NO_RANK : rank}
        draft={draft}
        options={[
          { value: NO_RANK, label: none },
          ...ranks.map(({ id, name }) => ({ value: id, label: `from ${name} up` })),
          ...(rank === '' || ranks.some(({ id }) => id === rank)
            ? []
            : [{ value: rank, label: 'a rank that was deleted' }]),
        ]}
        onChange={(chosen) => {
          onChange(chosen === NO_RANK ? '' : chosen);
        }}
      />
      {trail}
    </>
  );
}
