import { minutesFor, type Cost } from '@gully/core/currency';
import { Fault, Opens, WholeNumber } from '../ui/index.js';
import { useCurrencyDraft } from './currency-drafts.js';
import { minutesInWords } from './price.js';
import { useAmounts, useCurrency } from './use-currency.js';

const ROWS = [
  ['subscriber', 'subscribers'],
  ['regular', 'regulars'],
  ['moderator', 'moderators'],
] as const;

interface CostBlankProps {
  readonly cost: Cost;
  readonly draft: boolean;
  readonly fault: string | undefined;
  /** when it is taken, and given back */
  readonly means?: string;
  readonly onChange: (cost: Cost) => void;
}

const OF_A_RUN = 'It is taken when the command runs, and given back when nothing of it was carried out.';

/** What something costs, and what that is in time; nothing in a channel without a currency. */
export function CostBlank({ cost, draft, fault, means = OF_A_RUN, onChange }: CostBlankProps) {
  const currency = useCurrency();
  const edited = useCurrencyDraft() ?? currency;
  const { short, full } = useAmounts();
  if (!currency.enabled && cost.base === 0) return null;
  const shown = cost.base === 0 ? 'free' : short(cost.base);
  return (
    <Opens
      label={`What it costs: ${cost.base === 0 ? 'nothing' : full(cost.base)}`}
      shown={shown}
      draft={draft}
      wrong={fault !== undefined}
      part="cost"
    >
      <table className="t">
        <caption className="pb-1 text-left text-xs text-soft">What it costs, in {currency.many}</caption>
        <tbody>
          <tr>
            <th scope="row">everyone</th>
            <td>
              <WholeNumber
                label="Cost for everyone"
                value={cost.base}
                empty="0"
                onChange={(base) => {
                  onChange({ ...cost, base: base ?? 0 });
                }}
              />
            </td>
          </tr>
          {ROWS.map(([field, label]) => (
            <tr key={field}>
              <th scope="row">{label}</th>
              <td>
                <WholeNumber
                  label={`Cost for ${label}`}
                  value={cost[field]}
                  empty="the same"
                  onChange={(value) => {
                    onChange({ ...cost, [field]: value });
                  }}
                />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <Fault>{fault}</Fault>
      <p className="s2 max-w-72 pt-2 text-soft">
        {cost.base > 0 &&
          `${full(cost.base)} is ${minutesInWords(minutesFor(edited, cost.base))} of watching, ${minutesInWords(minutesFor(edited, cost.base, 'active'))} for a viewer who talks. `}
        {means}
      </p>
    </Opens>
  );
}
