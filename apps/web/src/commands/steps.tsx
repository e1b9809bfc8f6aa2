import { STEPS_LIMIT, type Step } from '@gully/core/routines';
import type { Scope } from '@gully/core/text';
import { useQuery } from '@tanstack/react-query';
import { Hash, MessageSquare, X } from 'lucide-react';
import { useState } from 'react';
import { ulid } from 'ulid';
import { countersQuery } from '../live/index.js';
import { Fault, IconButton } from '../ui/index.js';
import { CounterBody } from './counter-step.js';
import { SayBody } from './say-step.js';

interface StepsProps {
  readonly steps: readonly Step[];
  readonly saved: readonly Step[];
  readonly scope: Scope;
  readonly faultOf: (place: string) => string | undefined;
  readonly onChange: (steps: readonly Step[]) => void;
  readonly onShowValues: () => void;
}

/** With Alt: a step up or down. */
const MOVES: Readonly<Record<string, number>> = { ArrowUp: -1, ArrowDown: 1 };

/** The routine as a script: each step a line of plain words with its blanks in place. */
export function Steps({ steps, saved, scope, faultOf, onChange, onShowValues }: StepsProps) {
  const { data: counters } = useQuery(countersQuery);
  const [told, setTold] = useState('');
  const move = (at: number, by: number, focused: HTMLElement): void => {
    const moved = steps[at];
    if (moved === undefined) return;
    onChange(steps.toSpliced(at, 1).toSpliced(at + by, 0, moved));
    setTold(`Step ${String(at + 1)} is now step ${String(at + by + 1)}`);
    // The browser lets go of the focus of what is moved in the page.
    requestAnimationFrame(() => {
      focused.focus();
    });
  };
  return (
    <>
      <ol className="script">
        {steps.map((step, at) => {
          const place = `steps.${String(at)}`;
          const draft = JSON.stringify(step) !== JSON.stringify(saved.find(({ id }) => id === step.id));
          const change = (next: Step): void => {
            onChange(steps.map((each, n) => (n === at ? next : each)));
          };
          return (
            <li
              key={step.id}
              className="step"
              onKeyDown={(event) => {
                const by = MOVES[event.key];
                if (!event.altKey || by === undefined || steps[at + by] === undefined) return;
                event.preventDefault();
                move(at, by, event.target as HTMLElement);
              }}
            >
              <span className="no">{at + 1}</span>
              <span className="verb">{step.kind === 'say' ? 'Say' : 'Count'}</span>
              {step.kind === 'say' ? (
                <SayBody
                  step={step}
                  place={place}
                  draft={draft}
                  scope={scope}
                  faultOf={faultOf}
                  onChange={change}
                  onShowValues={onShowValues}
                />
              ) : (
                <CounterBody
                  step={step}
                  place={place}
                  draft={draft}
                  value={counters?.find(({ name }) => name === step.counter)?.value}
                  faultOf={faultOf}
                  onChange={change}
                />
              )}
              {steps.length > 1 && (
                <IconButton
                  icon={X}
                  label={`Remove step ${String(at + 1)}`}
                  onClick={() => {
                    onChange(steps.filter((_, n) => n !== at));
                  }}
                />
              )}
            </li>
          );
        })}
      </ol>
      <p className="sr-only" role="status">
        {told}
      </p>
      <Fault>{faultOf('steps')}</Fault>
      {steps.length < STEPS_LIMIT && (
        <p className="row mt-2 flex-wrap">
          <span className="s2 text-soft">Then</span>
          <button
            type="button"
            className="btn s"
            onClick={() => {
              onChange([...steps, { kind: 'say', id: ulid(), texts: [''], order: 'random' }]);
            }}
          >
            <MessageSquare className="i s" aria-hidden="true" /> Say something
          </button>
          <button
            type="button"
            className="btn s"
            onClick={() => {
              // Before the texts, so that they show what it comes to.
              const first = steps.findIndex(({ kind }) => kind === 'say');
              const added: Step = {
                kind: 'counter',
                id: ulid(),
                counter: '',
                change: 'add',
                amount: 1,
                lowestRole: 'viewer',
              };
              onChange(steps.toSpliced(first < 0 ? steps.length : first, 0, added));
            }}
          >
            <Hash className="i s" aria-hidden="true" /> Count
          </button>
          {steps.length > 1 && (
            <span className="s2 ml-auto text-soft">
              <kbd>Alt ↑ ↓</kbd> moves the step one is in
            </span>
          )}
        </p>
      )}
    </>
  );
}
