import type { GuardSettings } from '@gully/core/guard';
import { useMutation } from '@tanstack/react-query';
import { answerOf, api } from '../api/index.js';
import { tellProblem } from '../ui/index.js';

const WAYS = [
  {
    way: 'mild',
    words: 'Links, slurs you add, floods and walls of text. What good viewers do often is left alone.',
  },
  { way: 'usual', words: 'All filters, with room for enthusiasm. Good for most channels.' },
  { way: 'strict', words: 'All filters with tight limits, for a night when it is needed.' },
] as const;

interface BeginningsProps {
  /** nothing is set yet */
  readonly first: boolean;
  readonly onChosen: (settings: GuardSettings) => void;
}

/** Three ways to begin. Each sets all filters; nothing is in force before it is saved. */
export function Beginnings({ first, onChosen }: BeginningsProps) {
  const choose = useMutation({
    mutationFn: async (way: (typeof WAYS)[number]['way']) =>
      (await answerOf(api.GET('/api/guard/beginning', { params: { query: { way } } })))
        .value as unknown as GuardSettings,
    onSuccess: onChosen,
    onError: tellProblem,
  });
  return (
    <section className="beginnings" aria-labelledby="begin-title">
      <h2 id="begin-title">{first ? 'Three ways to begin' : 'Start over with'}</h2>
      {first && (
        <p className="text-soft">
          Each sets all filters. Look at what it would have caught in recorded chat, then save it.
        </p>
      )}
      <ul>
        {WAYS.map(({ way, words }) => (
          <li key={way}>
            <button
              type="button"
              className="btn"
              onClick={() => {
                choose.mutate(way);
              }}
            >
              {way.charAt(0).toUpperCase() + way.slice(1)}
            </button>
            <span className="s2 text-soft">{words}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}
