import type { ReplayedFilter, ReplayedLine } from '@gully/core/guard';
import { useMutation, useQuery } from '@tanstack/react-query';
import { ThumbsDown, ThumbsUp } from 'lucide-react';
import { answerOf, api } from '../api/index.js';
import { askAgain } from '../live/index.js';
import { exact, tellProblem } from '../ui/index.js';
import { Marked } from './marked.js';

interface ReplayedDetailsProps {
  readonly found: ReplayedFilter;
  readonly title: string;
}

/** The lines of one filter, each of which may be labelled as rightly or wrongly caught. */
export function ReplayedDetails({ found, title }: ReplayedDetailsProps) {
  const { filter, newly, noLonger, still, quality } = found;
  const lines = [...newly.lines, ...noLonger.lines, ...still.lines].map(({ id }) => id);
  const key = ['guard', 'labels', filter, lines.join(',')];
  const { data: labels = [] } = useQuery({
    queryKey: key,
    queryFn: () => answerOf(api.GET('/api/guard/labels', { params: { query: { lines: lines.join(',') } } })),
  });
  const label = useMutation({
    mutationFn: ({ line, right }: { readonly line: string; readonly right: boolean | null }) =>
      answerOf(api.PUT('/api/guard/labels', { body: { line, filter, right: right as never } })),
    onSuccess: () => {
      askAgain(key);
    },
    onError: tellProblem,
  });
  const of = new Map(labels.filter((each) => each.filter === filter).map(({ line, right }) => [line, right]));
  const list = (words: string, all: readonly ReplayedLine[], count: number, free = false) =>
    count > 0 && (
      <>
        <h3 className={free ? 'text-moss' : ''}>
          {words}:{' '}
          {all.length < count ? `the first ${String(all.length)} of ${count.toLocaleString('en')}` : count}
        </h3>
        <ul className="found labelled">
          {all.map((line) => (
            <li key={line.id}>
              <span className="who" title={exact(new Date(line.at).toISOString())}>
                {line.name}
              </span>
              <Marked text={line.text} fragments={line.fragments} free={free} />
              <span className="s2 text-soft">{line.measure}</span>
              <Judge
                line={line}
                right={of.get(line.id)}
                onJudge={(right) => {
                  label.mutate({ line: line.id, right });
                }}
              />
            </li>
          ))}
        </ul>
      </>
    );
  return (
    <section className="mt-4" aria-label={`Lines of ${title}`}>
      <h2>{title}</h2>
      <p className="s2 text-soft">
        {quality.labelled === 0
          ? 'No line is labelled yet. Say of some whether it is right to catch them; replay again to see the figures.'
          : `Figures over ${String(quality.labelled)} labelled lines. Replay again to count new labels.`}
      </p>
      {list('Newly caught', newly.lines, newly.count)}
      {list('No longer caught', noLonger.lines, noLonger.count, true)}
      {list('Caught as before', still.lines, found.would - newly.count)}
    </section>
  );
}

interface JudgeProps {
  readonly line: ReplayedLine;
  readonly right: boolean | undefined;
  readonly onJudge: (right: boolean | null) => void;
}

function Judge({ line, right, onJudge }: JudgeProps) {
  const button = (value: boolean, words: string) => {
    const Icon = value ? ThumbsUp : ThumbsDown;
    const isOn = right === value;
    return (
      <button
        type="button"
        className={`btn s ${isOn ? '' : 'bare'}`}
        aria-pressed={isOn}
        aria-label={`${words}: ${line.name}, ${line.text.slice(0, 60)}`}
        onClick={() => {
          onJudge(isOn ? null : value);
        }}
      >
        <Icon className="i s" aria-hidden="true" /> {words}
      </button>
    );
  };
  return (
    <span className="row justify-end">
      {button(true, 'right')}
      {button(false, 'wrong')}
    </span>
  );
}
