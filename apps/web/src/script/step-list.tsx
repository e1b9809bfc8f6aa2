import { AddStep } from './add-step.js';
import { Gap } from './gap.js';
import { StepLine } from './step-line.js';
import type { StepListProps } from './steps-within.js';

/** The steps of a routine or of a branch, and the empty line behind them. */
export function StepList({ steps, list, label }: StepListProps) {
  return (
    <ol className="script" aria-label={label}>
      {steps.map((step, at) => (
        <StepLine key={step.id} step={step} list={list} at={at} Within={StepList} />
      ))}
      <li className="empty-line">
        <Gap place={{ list, at: steps.length }} />
        <AddStep place={{ list, at: steps.length }} label={label} />
      </li>
    </ol>
  );
}
