import { useMutation } from '@tanstack/react-query';
import { Download, Plus, X } from 'lucide-react';
import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { answerOf, api } from '../api/index.js';
import { Choice, IconButton, tellProblem, Tick } from '../ui/index.js';
import { QUESTION_WORDS, type Question } from './questions.js';
import { TickList } from './tick-list.js';
import { useChoices } from './use-bundled.js';

/** Any choice of what there is, as a file. */
export function BundleOut() {
  const choices = useChoices();
  const [search] = useSearchParams();
  const [chosen, setChosen] = useState<ReadonlySet<string>>(
    new Set(search.get('commands')?.split(',') ?? []),
  );
  const [about, setAbout] = useState({ title: '', author: '', note: '' });
  const [questions, setQuestions] = useState<readonly Question[]>([]);
  const chosenIds = Object.fromEntries(
    choices.map(({ many, things }) => [many, things.filter(({ id }) => chosen.has(id)).map(({ id }) => id)]),
  );
  const make = useMutation({
    mutationFn: () =>
      answerOf(
        api.POST('/api/bundles/export', {
          body: {
            ...about,
            title: about.title.trim() || 'A bundle',
            ...chosenIds,
            questions: questions.map((question) => ({ ...question, choices: [...question.choices] })),
          },
        }),
      ),
    onSuccess: (bundle) => {
      const link = document.createElement('a');
      link.href = URL.createObjectURL(
        new Blob([`${JSON.stringify(bundle, null, 2)}\n`], { type: 'application/json' }),
      );
      link.download = `${(about.title.trim() || 'bundle').replace(/[^\p{L}\p{N}]+/gu, '-').toLowerCase()}.json`;
      link.click();
      URL.revokeObjectURL(link.href);
    },
    onError: tellProblem,
  });
  const toggle = (ids: readonly string[], on: boolean): void => {
    setChosen(new Set(on ? [...chosen, ...ids] : [...chosen].filter((id) => !ids.includes(id))));
  };
  return (
    <section className="px-4 py-3" aria-labelledby="out-title">
      <h2 id="out-title">Make a bundle</h2>
      <p className="s2 mb-2 text-soft">
        Whatever they refer to comes along. Viewers, counts, memory and secrets never do.
      </p>
      <div className="grid grid-cols-[repeat(auto-fit,minmax(160px,1fr))] gap-4">
        {choices.map(({ many, things }) => {
          const ids = things.map(({ id }) => id);
          const some = ids.filter((id) => chosen.has(id)).length;
          return (
            <fieldset key={many} className="min-w-0">
              <legend className="mb-1 font-bold">
                <Tick
                  label={`All ${many.replace('-', ' ')}`}
                  checked={some === 0 ? false : some === ids.length ? true : 'indeterminate'}
                  onChange={(on) => {
                    toggle(ids, on);
                  }}
                />
              </legend>
              <TickList
                label={`Choose ${many.replace('-', ' ')}`}
                things={things}
                chosen={chosen}
                onChange={(id, on) => {
                  toggle([id], on);
                }}
              />
            </fieldset>
          );
        })}
      </div>
      <div className="row mt-3 flex-wrap">
        {(['title', 'author', 'note'] as const).map((field) => (
          <input
            key={field}
            className={`blank ${field === 'note' ? 'min-w-52 flex-1' : '!w-44'}`}
            aria-label={
              field === 'note' ? 'Note for the person importing it' : field === 'title' ? 'Title' : 'Author'
            }
            placeholder={field === 'note' ? 'a note for the person importing it' : field}
            value={about[field]}
            onChange={(event) => {
              setAbout({ ...about, [field]: event.target.value });
            }}
          />
        ))}
      </div>
      <QuestionRows questions={questions} onChange={setQuestions} />
      <p className="row mt-2 flex-wrap">
        <button
          type="button"
          className="btn s"
          onClick={() => {
            setQuestions([...questions, { name: '', type: 'text', default: '', help: '', choices: [] }]);
          }}
        >
          <Plus className="i s" aria-hidden="true" /> Question for the person importing it
        </button>
        <span className="s2 text-soft">
          Its answer fills <span className="m">[[name]]</span> wherever that appears in a text.
        </span>
        <button
          type="button"
          className="btn do ml-auto"
          disabled={chosen.size === 0 || make.isPending || questions.some(({ name }) => name === '')}
          onClick={() => {
            make.mutate();
          }}
        >
          <Download className="i s" aria-hidden="true" /> Export
        </button>
      </p>
    </section>
  );
}

interface QuestionRowsProps {
  readonly questions: readonly Question[];
  readonly onChange: (questions: readonly Question[]) => void;
}

function QuestionRows({ questions, onChange }: QuestionRowsProps) {
  return questions.map((question, at) => {
    const set = (part: Partial<Question>): void => {
      onChange(questions.with(at, { ...question, ...part }));
    };
    return (
      <div key={at} className="row mt-2 flex-wrap">
        <input
          className="blank m !w-28"
          aria-label="Name of the question"
          placeholder="link"
          value={question.name}
          onChange={(event) => {
            set({ name: event.target.value.toLowerCase().replace(/[^a-z0-9_]/gu, '') });
          }}
        />
        <Choice
          label="Kind of answer"
          value={question.type}
          options={QUESTION_WORDS}
          onChange={(type) => {
            set({ type });
          }}
        />
        <input
          className="blank min-w-40 flex-1"
          aria-label="What is asked"
          placeholder="Where are your maps?"
          value={question.help}
          onChange={(event) => {
            set({ help: event.target.value });
          }}
        />
        <input
          className="blank !w-40"
          aria-label={
            question.type === 'choice'
              ? 'Choices, separated by commas; the first is the default'
              : 'Default answer'
          }
          placeholder={question.type === 'choice' ? 'left, right' : 'if none is given'}
          value={question.type === 'choice' ? question.choices.join(', ') : question.default}
          onChange={(event) => {
            const choices = event.target.value.split(',').map((choice) => choice.trim());
            set(
              question.type === 'choice'
                ? { choices, default: choices[0] ?? '' }
                : { default: event.target.value },
            );
          }}
        />
        <IconButton
          icon={X}
          label={`Remove question ${String(at + 1)}`}
          onClick={() => {
            onChange(questions.toSpliced(at, 1));
          }}
        />
      </div>
    );
  });
}
