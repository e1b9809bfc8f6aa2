import type { PickStep } from '@gully/core/routines';
import { Plus, X } from 'lucide-react';
import { Fragment } from 'react';
import { ulid } from 'ulid';
import { Fault, IconButton, WholeNumber } from '../ui/index.js';
import { useScript } from './script-context.js';
import type { StepsWithin } from './steps-within.js';

interface BranchesProps {
  readonly step: PickStep;
  readonly path: string;
  readonly Within: StepsWithin;
  readonly onChange: (step: PickStep) => void;
}

/** The branches of which one is picked, each with its weight and what that means. */
export function Branches({ step, path, Within, onChange }: BranchesProps) {
  const { faultOf } = useScript();
  const { branches } = step;
  const whole = branches.reduce((sum, { weight }) => sum + (Number.isFinite(weight) ? weight : 0), 0);
  return (
    <div className="branches">
      {branches.map((branch, at) => (
        <Fragment key={branch.id}>
          <div className="side row flex-wrap">
            branch {at + 1}, weight
            <WholeNumber
              label={`Weight of branch ${String(at + 1)}`}
              value={branch.weight}
              onChange={(weight) => {
                onChange({
                  ...step,
                  branches: branches.with(at, { ...branch, weight: weight ?? Number.NaN }),
                });
              }}
            />
            <span className="s2 text-soft">
              {whole > 0 && Number.isFinite(branch.weight)
                ? `${(Math.round((branch.weight / whole) * 1000) / 10).toLocaleString('en')}%`
                : ''}
            </span>
            {branches.length > 2 && (
              <IconButton
                icon={X}
                label={`Remove branch ${String(at + 1)}`}
                onClick={() => {
                  onChange({ ...step, branches: branches.toSpliced(at, 1) });
                }}
              />
            )}
          </div>
          <Fault>{faultOf(`${path}.branches.${String(at)}.weight`)}</Fault>
          <Within
            steps={branch.steps}
            list={`${path}.branches.${String(at)}.steps`}
            label={`Steps of branch ${String(at + 1)}`}
          />
        </Fragment>
      ))}
      <button
        type="button"
        className="btn s bare text-soft"
        onClick={() => {
          onChange({ ...step, branches: [...branches, { id: ulid(), weight: 1, steps: [] }] });
        }}
      >
        <Plus className="i s" aria-hidden="true" /> Add branch
      </button>
      <Fault>{faultOf(`${path}.branches`)}</Fault>
    </div>
  );
}
