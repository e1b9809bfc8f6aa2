import { durationInWords } from '@gully/core/text';
import { Check, CornerDownRight, Dot, Hourglass, Minus, TriangleAlert, X } from 'lucide-react';
import type { Why } from '../api/index.js';

const TITLES: Readonly<Record<Why['outcome'], string>> = {
  ran: 'Why it ran',
  stopped: 'Why it did not run',
  waiting: 'Why it did not run',
  nothing: 'Why nothing happened',
};

/** Every rule that was looked at, in order; the one that decided stands last. */
export function WhyPanel({ why, real }: { readonly why: Why; readonly real: boolean }) {
  return (
    <section className={`fx ${real ? 'real' : ''}`} aria-label={TITLES[why.outcome]}>
      <h2>
        {TITLES[why.outcome]}
        {real && (
          <span className="float-right font-normal">
            took {why.tookMs < 1000 ? `${String(why.tookMs)} ms` : durationInWords(why.tookMs)}
          </span>
        )}
      </h2>
      <ol className="checks">
        {why.checks.map(({ rule, measure, outcome }, index) => (
          <li key={index}>
            <Sign outcome={outcome} wrong={/^No value is called|^The text/u.test(rule)} />
            <span>{rule}</span>
            <span className="text-soft">{measure}</span>
          </li>
        ))}
        <li className="decided">
          <CornerDownRight className="i s text-pool" aria-hidden="true" />
          <span>{why.decided}</span>
        </li>
      </ol>
    </section>
  );
}

function Sign({
  outcome,
  wrong,
}: {
  readonly outcome: Why['checks'][number]['outcome'];
  /** a note of something to be put right */
  readonly wrong: boolean;
}) {
  if (outcome === 'passed') return <Check className="i s text-moss" aria-label="passed" />;
  if (outcome === 'stopped') return <X className="i s text-crimson" aria-label="stopped here" />;
  if (wrong) return <TriangleAlert className="i s text-ochre" aria-label="note" />;
  return <Dot className="i s text-soft" aria-label="noted" />;
}

/** A why in a few words with its sign. */
export function Brief({ outcome, brief }: Pick<Why, 'outcome' | 'brief'>) {
  const noted = brief.endsWith('with a note') || brief.endsWith('nothing to say');
  if (outcome === 'ran')
    return noted ? (
      <>
        <TriangleAlert className="i s text-ochre" aria-hidden="true" />{' '}
        <span className="text-ochre">{brief}</span>
      </>
    ) : (
      <>
        <Check className="i s text-moss" aria-hidden="true" /> <span className="text-moss">{brief}</span>
      </>
    );
  if (outcome === 'waiting')
    return (
      <>
        <Hourglass className="i s text-ochre" aria-hidden="true" />{' '}
        <span className="text-ochre">{brief}</span>
      </>
    );
  if (outcome === 'stopped')
    return (
      <>
        <X className="i s text-crimson" aria-hidden="true" /> <span className="text-crimson">{brief}</span>
      </>
    );
  return (
    <>
      <Minus className="i s text-soft" aria-hidden="true" /> <span className="text-soft">{brief}</span>
    </>
  );
}
