import type { Stock } from '@gully/core/rewards';
import { typedDuration } from '@gully/core/text';
import { CostBlank, RankChoice } from '../currency/index.js';
import { WhenBlank } from '../script/index.js';
import { AUDIENCES, Choice, DurationField, Fault, Opens, WholeNumber } from '../ui/index.js';
import type { RewardEditing } from './reward-editor.js';

const differ = (a: unknown, b: unknown): boolean => JSON.stringify(a) !== JSON.stringify(b);

/** Who may buy it, for how much, how often, how many there are, and when; as a sentence. */
export function BuySentence({ editing }: { readonly editing: RewardEditing }) {
  const { body, base, faultOf, change } = editing;
  const costFault = ['base', 'subscriber', 'regular', 'moderator']
    .map((role) => faultOf(`cost.${role}`))
    .find((fault) => fault !== undefined);
  return (
    <div className="sentence roomy !mt-2">
      <Choice
        label="Who may buy it"
        value={body.lowestRole}
        draft={body.lowestRole !== base.lowestRole}
        options={AUDIENCES}
        onChange={(lowestRole) => {
          change({ lowestRole });
        }}
      />
      <Rank editing={editing} /> may buy it{' '}
      {body.gives === 'bench' ? (
        'for what its time costs'
      ) : (
        <>
          for{' '}
          <CostBlank
            cost={body.cost}
            draft={differ(body.cost, base.cost)}
            fault={costFault}
            means="It is taken when someone buys it, and refunded if it fails or you return it."
            onChange={(cost) => {
              change({ cost });
            }}
          />
        </>
      )}
      , <Often editing={editing} />, <InStock editing={editing} />,{' '}
      <WhenBlank
        when={body.when}
        draft={differ(body.when, base.when)}
        fault={faultOf('when')}
        onChange={(when) => {
          change({ when });
        }}
      />
      .
      {['rank', 'lowestRole', 'cooldown', 'viewerCooldown'].map((place) => (
        <Fault key={place}>{faultOf(place)}</Fault>
      ))}
      {body.gives !== 'bench' && <Fault>{costFault}</Fault>}
      {STOCK.map(([field]) => (
        <Fault key={field}>{faultOf(`stock.${field}`)}</Fault>
      ))}
    </div>
  );
}

function Rank({ editing: { body, base, change } }: { readonly editing: RewardEditing }) {
  return (
    <RankChoice
      rank={body.rank}
      draft={body.rank !== base.rank}
      none="of any rank"
      onChange={(rank) => {
        change({ rank });
      }}
    />
  );
}

function Often({ editing: { body, base, faultOf, change } }: { readonly editing: RewardEditing }) {
  const rows = [
    ['cooldown', 'in the channel'],
    ['viewerCooldown', 'for the same viewer'],
  ] as const;
  const span = (seconds: number): string => typedDuration(seconds * 1_000);
  const { cooldown, viewerCooldown } = body;
  const words = [
    cooldown === 0 ? '' : `every ${span(cooldown)}`,
    viewerCooldown === 0 ? '' : `each viewer every ${span(viewerCooldown)}`,
  ].filter((each) => each !== '');
  const shown = words.length === 0 ? 'without a wait' : words.join(', ');
  return (
    <Opens
      label={`How often: ${shown}`}
      shown={shown}
      draft={cooldown !== base.cooldown || viewerCooldown !== base.viewerCooldown}
      wrong={(faultOf('cooldown') ?? faultOf('viewerCooldown')) !== undefined}
      part="often"
    >
      <table className="t">
        <caption className="pb-1 text-left text-xs text-soft">How long it waits after a sale</caption>
        <tbody>
          {rows.map(([field, label]) => (
            <tr key={field}>
              <th scope="row">{label}</th>
              <td>
                <DurationField
                  label={`Wait ${label}`}
                  value={body[field]}
                  unit="s"
                  wrong={faultOf(field) !== undefined}
                  onChange={(next) => {
                    change({ [field]: next ?? 0 });
                  }}
                />
              </td>
              <td className="text-soft">{body[field] === 0 ? 'no wait' : ''}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </Opens>
  );
}

const STOCK: readonly (readonly [field: keyof Stock, label: string, words: string])[] = [
  ['all', 'ever', 'in all'],
  ['stream', 'in one stream', 'a stream'],
  ['viewer', 'to one viewer, ever', 'a viewer'],
  ['viewerStream', 'to one viewer in one stream', 'a viewer and stream'],
];

function InStock({ editing: { body, base, saved, faultOf, change } }: { readonly editing: RewardEditing }) {
  const limits = STOCK.flatMap(([field, , words]) => {
    const count = body.stock[field];
    return count === null ? [] : [`${count.toLocaleString('en')} ${words}`];
  });
  const shown = limits.length === 0 ? 'any number of them' : limits.join(', ');
  return (
    <Opens
      label={`How many there are: ${shown}`}
      shown={shown}
      draft={differ(body.stock, base.stock)}
      wrong={STOCK.some(([field]) => faultOf(`stock.${field}`) !== undefined)}
      part="stock"
    >
      <table className="t">
        <caption className="pb-1 text-left text-xs text-soft">How many are sold at most</caption>
        <tbody>
          {STOCK.map(([field, label]) => (
            <tr key={field}>
              <th scope="row">{label}</th>
              <td>
                <WholeNumber
                  label={`How many ${label}`}
                  value={body.stock[field]}
                  empty="no limit"
                  wrong={faultOf(`stock.${field}`) !== undefined}
                  onChange={(value) => {
                    change({ stock: { ...body.stock, [field]: value } });
                  }}
                />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {saved !== undefined && (
        <p className="s2 max-w-72 pt-2 text-soft">
          {saved.sold.toLocaleString('en')} sold so far, {saved.soldNow.toLocaleString('en')} in this stream.
          What is returned counts as not sold. To restock, raise the number.
        </p>
      )}
    </Opens>
  );
}
