import { Check, X } from 'lucide-react';
import { Marked } from './marked.js';
import type { FilterTitle } from './queries.js';
import type { useTrial } from './use-trial.js';

interface TryItProps {
  readonly text: string;
  readonly titles: readonly FilterTitle[];
  readonly tried: ReturnType<typeof useTrial>['filters'];
  /** names of the filters that are on */
  readonly on: ReadonlySet<string>;
  readonly onText: (text: string) => void;
}

/** Type a message, and see what each filter measures beside its limit. */
export function TryIt({ text, titles, tried, on, onText }: TryItProps) {
  const titleOf = (name: string): string => titles.find((each) => each.name === name)?.title ?? name;
  const caught = tried.filter((each) => each.caught);
  return (
    <section className="try" aria-labelledby="try-title">
      <div className="row">
        <h2 id="try-title">Try it</h2>
        <input
          className="blank"
          aria-label="A message to try"
          placeholder="Type a message, and see what each filter measures"
          value={text}
          maxLength={5_000}
          autoComplete="off"
          spellCheck={false}
          onChange={({ target }) => {
            onText(target.value);
          }}
        />
      </div>
      {text !== '' && (
        <>
          <p className="py-1.5">
            <Marked text={text} fragments={caught.flatMap(({ fragments }) => fragments)} />
          </p>
          <ul className="tried" aria-live="polite">
            {tried.map(({ filter, caught: isCaught, measure, allowed }) => (
              <li key={filter} className={on.has(filter) ? '' : 'text-soft'}>
                {isCaught ? (
                  <X className="i s text-crimson" aria-label="caught" />
                ) : (
                  <Check className="i s text-moss" aria-label="let through" />
                )}
                <b>{titleOf(filter)}</b>
                <span>{measure}</span>
                <span className="s2 text-soft">
                  {allowed}
                  {on.has(filter) ? '' : ', off'}
                </span>
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}
