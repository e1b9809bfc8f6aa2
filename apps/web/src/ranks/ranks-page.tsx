import {
  minutesFor,
  rankFaults,
  type CurrencySettings,
  type Rank,
  type RankedBy,
} from '@gully/core/currency';
import { useQuery } from '@tanstack/react-query';
import { Plus, Trash2 } from 'lucide-react';
import { changedIn, SettingFrame } from '../editing/index.js';
import { AUDIENCES, Bones, Choice, Fault, IconButton, LoadFailed, WholeNumber } from '../ui/index.js';
import { answerOf, api } from '../api/index.js';
import { minutesInWords, ranksQuery, useCurrency, useEditedRanks, type RanksNow } from '../currency/index.js';
import { ReferenceChoice } from '../script/index.js';
import { Curve, newRank } from './curve.js';

const BY: readonly { readonly value: RankedBy; readonly label: string }[] = [
  { value: 'watch', label: 'hours of watching' },
  { value: 'earned', label: 'all that was earned' },
  { value: 'balance', label: 'the balance' },
];

/** Prepare › Ranks: what viewers climb. */
export function RanksPage() {
  const { data, error, refetch } = useQuery(ranksQuery);
  if (data === undefined)
    return error === null ? <Bones lines={8} /> : <LoadFailed error={error} retry={() => void refetch()} />;
  return <EditedRanks now={data} />;
}

function EditedRanks({ now }: { readonly now: RanksNow }) {
  const edited = useEditedRanks(now);
  const { settings, base, change } = edited;
  const currency = useCurrency();
  const { many } = currency;
  const { data: holders = [] } = useQuery({
    queryKey: ['currency', 'holders', now.version],
    queryFn: () => answerOf(api.GET('/api/currency/ranks/holders')),
  });
  const faults = { ...edited.refused, ...rankFaults(settings) };
  const unit = settings.by === 'watch' ? 'hours' : many;
  const set = (at: number, part: Partial<Rank>): void => {
    change({ ranks: settings.ranks.map((rank, n) => (n === at ? { ...rank, ...part } : rank)) });
  };
  return (
    <SettingFrame
      title="Ranks"
      means="What viewers climb; a command may ask for one."
      edited={edited}
      changes={changedIn(base, settings)}
      faults={Object.keys(faults).length}
    >
      <div className="grid grid-cols-1 gap-4 p-4">
        <p className="words">
          Ranks go by{' '}
          <Choice
            label="What ranks go by"
            value={settings.by}
            options={BY}
            draft={settings.by !== base.by}
            onChange={(by) => {
              change({ by });
            }}
          />
          .
        </p>
        {settings.ranks.length === 0 ? (
          <p className="text-soft">
            There are no ranks yet. A rank is a name that viewers reach, such as Scrambler after 2 hours. Make
            some from a curve, or add the first.
          </p>
        ) : (
          <div className="overflow-x-auto pb-2">
            <table className="t">
              <thead>
                <tr>
                  <th scope="col">Rank</th>
                  <th scope="col">From</th>
                  <th scope="col">For</th>
                  <th scope="col">Reaching it starts</th>
                  <th scope="col" className="text-right">
                    Viewers
                  </th>
                  <th scope="col">To the next</th>
                  <th scope="col">
                    <span className="sr-only">Delete</span>
                  </th>
                </tr>
              </thead>
              <tbody>
                {settings.ranks.map((rank, at) => (
                  <RankRow
                    key={rank.id}
                    rank={rank}
                    before={base.ranks.find(({ id }) => id === rank.id)}
                    unit={unit}
                    holders={holders.find(({ id }) => id === rank.id)?.holders}
                    toNext={toNext(settings.by, rank, settings.ranks[at + 1], currency)}
                    faults={[faults[`ranks.${String(at)}.name`], faults[`ranks.${String(at)}.from`]]}
                    onChange={(part) => {
                      set(at, part);
                    }}
                    onDelete={() => {
                      change({ ranks: settings.ranks.filter((_, n) => n !== at) });
                    }}
                  />
                ))}
              </tbody>
            </table>
          </div>
        )}
        <p className="row">
          <button
            type="button"
            className="btn"
            onClick={() => {
              const last = settings.ranks.at(-1);
              const from = last === undefined ? 0 : last.from + 1;
              change({ ranks: [...settings.ranks, newRank('', from)] });
            }}
          >
            <Plus className="i s" aria-hidden="true" /> Add rank
          </button>
        </p>
        <Curve
          unit={unit}
          names={settings.ranks.map(({ name }) => name)}
          onMade={(ranks) => {
            change({ ranks });
          }}
        />
      </div>
    </SettingFrame>
  );
}

/** Stands for no routine; ids are ULIDs, so this cannot be one. */
const NONE = 'none';

/** How long a viewer who only watches takes from one rank to the next. */
function toNext(by: RankedBy, rank: Rank, next: Rank | undefined, currency: CurrencySettings): string {
  if (next === undefined) return 'the highest';
  const gap = next.from - rank.from;
  if (by === 'watch') return `${gap.toLocaleString('en')} h of watching`;
  return `${minutesInWords(minutesFor(currency, gap))} of watching`;
}

interface RankRowProps {
  readonly rank: Rank;
  readonly before: Rank | undefined;
  readonly unit: string;
  /** viewers whose highest it is; undefined for one that is not saved */
  readonly holders: number | undefined;
  /** how long it takes from there to the next, in words */
  readonly toNext: string;
  readonly faults: readonly (string | undefined)[];
  readonly onChange: (part: Partial<Rank>) => void;
  readonly onDelete: () => void;
}

function RankRow({ rank, before, unit, holders, toNext, faults, onChange, onDelete }: RankRowProps) {
  const [nameFault, fromFault] = faults;
  return (
    <tr>
      <td>
        <input
          className={`blank !min-w-32 ${before?.name === rank.name ? '' : 'draft'}`}
          aria-label="Name of the rank"
          aria-invalid={nameFault !== undefined}
          placeholder="Scrambler"
          maxLength={40}
          value={rank.name}
          autoComplete="off"
          onChange={({ target }) => {
            onChange({ name: target.value });
          }}
        />
        <Fault>{nameFault}</Fault>
      </td>
      <td>
        <WholeNumber
          label={`${rank.name}: from`}
          value={rank.from}
          wrong={fromFault !== undefined}
          onChange={(from) => {
            onChange({ from: from ?? Number.NaN });
          }}
        />{' '}
        <span className="text-soft">{unit}</span>
        <Fault>{fromFault}</Fault>
      </td>
      <td>
        <Choice
          label={`${rank.name}: for whom`}
          value={rank.lowestRole}
          options={AUDIENCES}
          draft={before !== undefined && before.lowestRole !== rank.lowestRole}
          onChange={(lowestRole) => {
            onChange({ lowestRole });
          }}
        />
      </td>
      <td>
        <ReferenceChoice
          to="routine"
          label={`${rank.name}: what reaching it starts`}
          value={rank.routine ?? NONE}
          draft={before !== undefined && before.routine !== rank.routine}
          otherwise={{ value: NONE, label: 'nothing' }}
          onChange={(id) => {
            onChange({ routine: id === NONE ? null : id });
          }}
        />
      </td>
      <td className="m text-right">{holders?.toLocaleString('en') ?? '–'}</td>
      <td className="s2 text-soft">{toNext}</td>
      <td>
        <IconButton icon={Trash2} label={`Delete the rank ${rank.name}`} onClick={onDelete} />
      </td>
    </tr>
  );
}
