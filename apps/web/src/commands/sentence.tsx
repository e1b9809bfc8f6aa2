import { COOLDOWN_LIMIT, type CommandBody, type Gates } from '@gully/core/commands';
import type { Scope } from '@gully/core/text';
import { CostBlank, RankChoice, useCurrency } from '../currency/index.js';
import { DurationField, Fault, Opens, Tick } from '../ui/index.js';
import { oftenInWords, PARTS, type Part } from './parts.js';
import { WhenBlank } from '../script/index.js';
import { Refusals } from './refusals.js';
import { Who } from './who.js';

interface SentenceProps {
  readonly body: CommandBody;
  readonly base: CommandBody;
  readonly changed: readonly Part[];
  readonly scope: Scope;
  readonly faultOf: (place: string) => string | undefined;
  readonly onChange: (change: Partial<Gates>) => void;
}

/** Who may use the command, how often and when, as one sentence with blanks in it. */
export function Sentence({ body, base, changed, scope, faultOf, onChange }: SentenceProps) {
  const { gates } = body;
  const often = changed.includes('often');
  return (
    <p className="sentence roomy">
      <Who
        gates={gates}
        draft={changed.includes('who')}
        was={PARTS.who.words(base)}
        fault={faultOf('gates.lowestRole') ?? faultOf('gates.always') ?? faultOf('gates.never')}
        onChange={onChange}
      />{' '}
      may use it{' '}
      <Opens
        shown={oftenInWords(gates)}
        label={`How often: ${oftenInWords(gates)}`}
        draft={often}
        part="often"
        wrong={(faultOf('gates.cooldown') ?? faultOf('gates.viewerCooldown')) !== undefined}
      >
        <Cooldowns gates={gates} onChange={onChange} />
        <Fault>{faultOf('gates.cooldown') ?? faultOf('gates.viewerCooldown')}</Fault>
      </Opens>
      {often && <span className="was"> was {PARTS.often.words(base)}</span>},{' '}
      <CostAndRank {...{ gates, base, changed, faultOf, onChange }} />
      <WhenBlank
        when={gates.when}
        draft={changed.includes('when')}
        fault={faultOf('gates.when')}
        onChange={(when) => {
          onChange({ when });
        }}
      />
      {changed.includes('when') && <span className="was"> was {PARTS.when.words(base)}</span>}. If refused,{' '}
      <Refusals
        gates={gates}
        hasInputs={body.inputs.length > 0}
        draft={changed.includes('refusals')}
        scope={scope}
        faultOf={faultOf}
        onChange={onChange}
      />
      .
    </p>
  );
}

/** For how much, and from which rank on; neither is asked where there is no currency and no rank. */
function CostAndRank({
  gates,
  base,
  changed,
  faultOf,
  onChange,
}: Pick<SentenceProps, 'base' | 'changed' | 'faultOf' | 'onChange'> & { readonly gates: Gates }) {
  const { enabled } = useCurrency();
  const asksCost = enabled || gates.cost.base > 0;
  return (
    <>
      {asksCost && (
        <>
          <CostBlank
            cost={gates.cost}
            draft={changed.includes('cost')}
            fault={faultOf('gates.cost')}
            onChange={(cost) => {
              onChange({ cost });
            }}
          />
          {changed.includes('cost') && <span className="was"> was {PARTS.cost.words(base)}</span>},{' '}
        </>
      )}
      <RankChoice
        rank={gates.rank}
        draft={changed.includes('rank')}
        none="at any rank"
        lead={null}
        trail={<>, </>}
        onChange={(rank) => {
          onChange({ rank });
        }}
      />
    </>
  );
}

function Cooldowns({
  gates,
  onChange,
}: {
  readonly gates: Gates;
  readonly onChange: SentenceProps['onChange'];
}) {
  const rows = [
    ['cooldown', 'in the channel'],
    ['viewerCooldown', 'for the same viewer'],
  ] as const;
  return (
    <>
      <table className="t">
        <caption className="pb-1 text-left text-xs text-soft">How long it waits after a use</caption>
        <tbody>
          {rows.map(([field, label]) => {
            const value = gates[field];
            const wrong = !(Number.isInteger(value) && value >= 0 && value <= COOLDOWN_LIMIT);
            return (
              <tr key={field}>
                <th scope="row">{label}</th>
                <td>
                  <DurationField
                    label={label}
                    value={value}
                    unit="s"
                    wrong={wrong}
                    onChange={(next) => {
                      onChange({ [field]: next ?? Number.NaN });
                    }}
                  />
                </td>
                <td className="text-soft">
                  {wrong ? 'whole seconds, at most 1 d' : value === 0 ? 'no wait' : ''}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      <div className="pt-2">
        <Tick
          label="Moderators do not wait"
          checked={gates.moderatorsSkip}
          onChange={(moderatorsSkip) => {
            onChange({ moderatorsSkip });
          }}
        />
      </div>
      <p className="s2 pt-2 text-soft">The streamer never waits. Type 30s, 5m or 1h 30m; 0 for no wait.</p>
    </>
  );
}
