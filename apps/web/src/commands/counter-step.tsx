import { COUNTER_CHANGES, type CounterStep } from '@gully/core/routines';
import { AUDIENCES, Choice, Fault, WholeNumber } from '../ui/index.js';

interface CounterStepProps {
  readonly step: CounterStep;
  readonly place: string;
  readonly draft: boolean;
  /** its value now; undefined for one that never was */
  readonly value: number | undefined;
  readonly faultOf: (place: string) => string | undefined;
  readonly onChange: (step: CounterStep) => void;
}

const CHANGES: Readonly<Record<CounterStep['change'], string>> = {
  add: 'goes up by',
  set: 'is set to',
  typed: 'changes as typed: +1, -1 or a number',
};

/** Changes a counter, in one line of plain words. */
export function CounterBody({ step, place, draft, value, faultOf, onChange }: CounterStepProps) {
  const { counter, change, amount, lowestRole } = step;
  const named = faultOf(`${place}.counter`);
  return (
    <div>
      <div className="row flex-wrap">
        <input
          className={`blank m !h-6 !w-32 ${draft ? 'draft' : ''}`}
          aria-label="Name of the counter"
          aria-invalid={named !== undefined}
          placeholder="depth"
          value={counter}
          autoComplete="off"
          spellCheck={false}
          onChange={(event) => {
            onChange({ ...step, counter: event.target.value.trim() });
          }}
        />
        <Choice
          label="What happens to the counter"
          value={change}
          options={COUNTER_CHANGES.map((each) => ({ value: each, label: CHANGES[each] }))}
          onChange={(next) => {
            onChange({ ...step, change: next });
          }}
        />
        {change !== 'typed' && (
          <WholeNumber
            label="By how much"
            value={amount}
            onChange={(next) => {
              onChange({ ...step, amount: next ?? Number.NaN });
            }}
          />
        )}
        <span>for</span>
        <Choice
          label="Whose use changes it"
          value={lowestRole}
          options={AUDIENCES}
          onChange={(next) => {
            onChange({ ...step, lowestRole: next });
          }}
        />
      </div>
      <p className="s2 text-soft">
        {value === undefined ? 'It begins at 0.' : `It is ${value.toLocaleString('en')} now.`} In texts it is{' '}
        <span className="m">{`{{ counter.${counter || '…'} }}`}</span>.
      </p>
      <Fault>{named ?? faultOf(`${place}.amount`)}</Fault>
    </div>
  );
}
