import { ASSUMED_RATE, paceInWords, type TimerBody } from '@gully/core/timers';
import { useQuery } from '@tanstack/react-query';
import type { Timer } from '../api/index.js';
import { useChanged, type Editing } from '../editing/index.js';
import { rateQuery } from '../live/index.js';
import { WhenBlank } from '../script/index.js';
import { Choice, DurationField, Fault } from '../ui/index.js';
import { PARTS } from './kind.js';

/** When it fires, as a sentence, and what that comes to in this room. */
export function TimerSentence({ editing }: { readonly editing: Editing<TimerBody, Timer> }) {
  const { body, base, faultOf, change } = editing;
  const { data: rate = ASSUMED_RATE } = useQuery(rateQuery);
  const changed = useChanged<keyof typeof PARTS, TimerBody>(PARTS, editing);
  const faults = (['interval', 'lines', 'first', 'jitter', 'when'] as const).map(faultOf);
  const span = (field: 'interval' | 'first', label: string) => (
    <DurationField
      label={label}
      value={body[field] ?? 0}
      unit="m"
      draft={changed.includes(field)}
      wrong={faultOf(field) !== undefined}
      onChange={(value) => {
        change({ [field]: value ?? Number.NaN });
      }}
    />
  );
  const number = (field: 'lines' | 'jitter', label: string) => (
    <NumberBlank
      label={label}
      value={body[field]}
      draft={changed.includes(field)}
      wrong={faultOf(field) !== undefined}
      onChange={(value) => {
        change({ [field]: value });
      }}
    />
  );
  const pace = faults.every((fault) => fault === undefined) ? paceInWords(body, rate) : undefined;
  return (
    <>
      <div className="sentence roomy !mt-2 leading-9">
        Every {span('interval', 'Time between two firings')}
        {changed.includes('interval') && <Was>{PARTS.interval.words(base)}</Was>}, once viewers wrote{' '}
        {number('lines', 'Lines viewers write in between')} lines
        {changed.includes('lines') && <Was>{PARTS.lines.words(base)}</Was>},{' '}
        <WhenBlank
          when={body.when}
          draft={changed.includes('when')}
          fault={faultOf('when')}
          onChange={(when) => {
            change({ when });
          }}
        />
        . The first time{' '}
        <Choice
          label="The first time after going live"
          value={body.first === null ? 'interval' : 'first'}
          draft={changed.includes('first')}
          options={[
            { value: 'interval', label: 'after its interval' },
            { value: 'first', label: 'after going live by' },
          ]}
          onChange={(next) => {
            change({ first: next === 'first' ? (base.first ?? 5) : null });
          }}
        />
        {body.first !== null && <> {span('first', 'Time after going live')}</>}, give or take{' '}
        <span className="whitespace-nowrap">{number('jitter', 'Percent each wait varies')}%.</span>
      </div>
      {faults.map((fault) => (
        <Fault key={fault}>{fault}</Fault>
      ))}
      <p className="pace" aria-live="polite">
        {pace === undefined ? (
          'Fix it to see what it comes to.'
        ) : (
          <>
            That is <b>{pace}</b>{' '}
            <span className="text-soft">
              ({rate.streams === 0 ? 'assuming' : 'measured:'} {rate.usual} messages a minute
              {rate.streams === 0 ? '' : `, ${String(rate.quiet)} when quiet`}), breathing room aside.
            </span>
          </>
        )}
      </p>
    </>
  );
}

function Was({ children }: { readonly children: string }) {
  return <span className="was"> was {children}</span>;
}

interface NumberBlankProps {
  readonly label: string;
  readonly value: number;
  readonly draft: boolean;
  readonly wrong: boolean;
  readonly onChange: (value: number) => void;
}

/** A number within a sentence; what is typed and is none is kept as it is told. */
function NumberBlank({ label, value, draft, wrong, onChange }: NumberBlankProps) {
  return (
    <input
      className={`blank m !inline-block !w-16 text-right ${draft ? 'draft' : ''}`}
      type="number"
      step="any"
      aria-label={label}
      aria-invalid={wrong}
      value={Number.isNaN(value) ? '' : value}
      onChange={(event) => {
        onChange(event.target.valueAsNumber);
      }}
    />
  );
}
