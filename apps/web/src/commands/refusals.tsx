import { REFUSAL_PAUSE_MS, type Gates, type RefusingGate } from '@gully/core/commands';
import { parseText, renderText, type Scope } from '@gully/core/text';
import { Fault, Opens } from '../ui/index.js';
import { refusalsInWords } from './parts.js';
import { refusalScope } from './started.js';

interface RefusalsProps {
  readonly gates: Gates;
  readonly hasInputs: boolean;
  readonly draft: boolean;
  readonly scope: Scope;
  readonly faultOf: (place: string) => string | undefined;
  readonly onChange: (change: Partial<Gates>) => void;
}

const ROWS: readonly (readonly [gate: RefusingGate, label: string, example: string])[] = [
  ['when', 'at another time', 'nothing'],
  ['who', 'not for them', 'nothing'],
  ['inputs', 'typed wrongly', 'the usage line'],
  ['cooldown', 'cooling down', '{{ refused.wait }} more, please'],
  ['viewerCooldown', 'cooling down for this viewer', 'nothing'],
  ['rank', 'rank too low', 'nothing'],
  ['cost', 'cannot pay', 'nothing'],
];

/** What those hear whom a gate refuses. */
export function Refusals({ gates, hasInputs, draft, scope, faultOf, onChange }: RefusalsProps) {
  const words = refusalsInWords(gates);
  const asked: Readonly<Partial<Record<RefusingGate, boolean>>> = {
    inputs: hasInputs,
    rank: gates.rank !== '',
    cost: gates.cost.base > 0,
  };
  const rows = ROWS.filter(([gate]) => asked[gate] ?? true);
  const wrong = rows.some(([gate]) => faultOf(`gates.refusals.${gate}`) !== undefined);
  return (
    <Opens shown={words} label={`If refused: ${words}`} draft={draft} wrong={wrong}>
      <table className="t !w-[min(460px,80vw)]">
        <caption className="pb-1 text-left text-xs whitespace-normal text-soft">
          What is said when it is refused; leave empty to say nothing. Each viewer hears it at most once in{' '}
          {REFUSAL_PAUSE_MS / 1000} s. <span className="m">{'{{ refused.wait }}'}</span> is the time left.
        </caption>
        <tbody>
          {rows.map(([gate, label, example]) => (
            <tr key={gate}>
              <th scope="row">
                <label htmlFor={`refusal-${gate}`}>{label}</label>
              </th>
              <td className="w-full !py-1">
                <input
                  id={`refusal-${gate}`}
                  className="blank"
                  value={gates.refusals[gate] ?? ''}
                  placeholder={example}
                  autoComplete="off"
                  onChange={(event) => {
                    const { [gate]: _before, ...others } = gates.refusals;
                    const text = event.target.value;
                    onChange({ refusals: text === '' ? others : { ...others, [gate]: text } });
                  }}
                />
                <Fault>{faultOf(`gates.refusals.${gate}`)}</Fault>
                <Shown text={gates.refusals[gate]} scope={scope} />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </Opens>
  );
}

function Shown({ text, scope }: { readonly text: string | undefined; readonly scope: Scope }) {
  if (text === undefined || text.trim() === '') return null;
  const result = parseText(text);
  if ('fault' in result) return null;
  const rendered = renderText(result.text, refusalScope(scope));
  return (
    <>
      <span className="s2 block whitespace-normal text-soft">Now: {rendered.text}</span>
      {rendered.notes.map((note) => (
        <Fault key={note}>{note}</Fault>
      ))}
    </>
  );
}
