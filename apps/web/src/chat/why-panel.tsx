import { durationInWords } from '@gully/core/text';
import { Check, CornerDownRight, Dot, TriangleAlert, X } from 'lucide-react';
import type { Why } from '../api/index.js';

const TITLES: Readonly<Record<Why['outcome'], string>> = {
  ran: 'Why it ran',
  warned: 'Why it ran',
  failed: 'Why it ran, and what went wrong',
  stopped: 'Why it did not run',
  waiting: 'Why it did not run',
  removed: 'Why it was removed from chat',
  nothing: 'Why nothing happened',
  talk: 'Why nothing happened',
};

interface WhyPanelProps {
  /** without how long it took while that is not known */
  readonly why: Omit<Why, 'tookMs'> & { readonly tookMs: number | undefined };
  /** it happened, and is no rehearsal */
  readonly real: boolean;
  /** left out, the outcome's */
  readonly title?: string | undefined;
}

/** Every rule that was looked at, in order; the one that decided stands last. */
export function WhyPanel({ why, real, title = TITLES[why.outcome] }: WhyPanelProps) {
  return (
    <section className={`fx ${real ? 'real' : ''}`} aria-label={title}>
      <h2>
        {title}
        {real && why.tookMs !== undefined && (
          <span className="float-right font-normal">
            took {why.tookMs < 1000 ? `${String(why.tookMs)} ms` : durationInWords(why.tookMs)}
          </span>
        )}
      </h2>
      <ol className="checks">
        {why.checks.map(({ rule, measure, outcome }, index) => (
          <li key={index}>
            <Sign outcome={outcome} />
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

function Sign({ outcome }: { readonly outcome: Why['checks'][number]['outcome'] }) {
  if (outcome === 'passed') return <Check className="i s text-moss" aria-label="passed" />;
  if (outcome === 'stopped') return <X className="i s text-crimson" aria-label="stopped here" />;
  if (outcome === 'warned') return <TriangleAlert className="i s text-ochre" aria-label="note" />;
  return <Dot className="i s text-soft" aria-label="noted" />;
}
