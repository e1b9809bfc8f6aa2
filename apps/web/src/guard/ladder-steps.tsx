import type { Ladder } from '@gully/core/guard';
import { Plus, X } from 'lucide-react';
import { DurationField, Fault, IconButton } from '../ui/index.js';
import { ConsequenceBlank } from './consequence-blank.js';

const MOST = 10;
const ORDINALS = ['1st', '2nd', '3rd'];

interface LadderStepsProps {
  readonly ladder: Ladder;
  readonly before: Ladder;
  /** the place its faults begin with */
  readonly at: string;
  readonly faults: Readonly<Record<string, string>>;
  readonly onChange: (ladder: Ladder) => void;
}

/** What the first, second, third… catch leads to; the last step holds for all after it. */
export function LadderSteps({ ladder, before, at, faults, onChange }: LadderStepsProps) {
  const { steps, expires } = ladder;
  return (
    <>
      <ol className="rungs">
        {steps.map((step, n) => (
          <li key={n}>
            <span className="w-8">{ORDINALS[n] ?? `${String(n + 1)}th`}</span>
            <ConsequenceBlank
              label={`Step ${String(n + 1)}`}
              value={step}
              draft={JSON.stringify(step) !== JSON.stringify(before.steps[n])}
              wrong={faults[`${at}steps.${String(n)}`]}
              onChange={(next) => {
                onChange({ ...ladder, steps: steps.with(n, next) });
              }}
            />
            {steps.length > 1 && (
              <IconButton
                icon={X}
                label={`Remove step ${String(n + 1)}`}
                onClick={() => {
                  onChange({ ...ladder, steps: steps.toSpliced(n, 1) });
                }}
              />
            )}
            <Fault>{faults[`${at}steps.${String(n)}`]}</Fault>
          </li>
        ))}
        {steps.length < MOST && (
          <li className="next">
            <button
              type="button"
              className="btn s bare"
              onClick={() => {
                onChange({ ...ladder, steps: [...steps, { action: 'ban', seconds: 0 }] });
              }}
            >
              <Plus className="i s" aria-hidden="true" /> Add a step
            </button>
          </li>
        )}
      </ol>
      <p className="row">
        A catch counts for
        <DurationField
          label="How long a catch counts"
          value={expires}
          unit="s"
          draft={expires !== before.expires}
          wrong={faults[`${at}expires`] !== undefined}
          onChange={(seconds) => {
            onChange({ ...ladder, expires: seconds ?? 0 });
          }}
        />
      </p>
      <Fault>{faults[`${at}expires`]}</Fault>
    </>
  );
}
