import { currencyFaults } from '@gully/core/currency';
import { useQuery } from '@tanstack/react-query';
import { Coins } from 'lucide-react';
import { Switch } from 'radix-ui';
import { Link } from 'react-router';
import { changedIn, SettingFrame } from '../editing/index.js';
import { Bones, Fault, LoadFailed } from '../ui/index.js';
import { BonusTable } from './bonus-table.js';
import { useEditedCurrency } from './currency-drafts.js';
import { EventTable } from './event-table.js';
import { Limits } from './limits.js';
import { PayoutSentence } from './payout-sentence.js';
import { currencyQuery, type CurrencyNow } from './queries.js';
import { ResetAll } from './reset-all.js';
import type { CurrencyPart } from './part.js';
import { Worth } from './worth.js';

/** Prepare › Currency: what it is called, what is paid for, and what an hour of it is worth. */
export function CurrencyPage() {
  const { data, error, refetch } = useQuery(currencyQuery);
  if (data === undefined)
    return error === null ? <Bones lines={12} /> : <LoadFailed error={error} retry={() => void refetch()} />;
  return <Currency now={data} />;
}

function Currency({ now }: { readonly now: CurrencyNow }) {
  const edited = useEditedCurrency(now);
  const { settings, base } = edited;
  const faults = { ...edited.refused, ...currencyFaults(settings) };
  const part = { edited, faults };
  return (
    <SettingFrame
      title="Currency"
      means="What viewers earn by being there, and what they may do with it."
      edited={edited}
      changes={changedIn(base, settings)}
      faults={Object.keys(faults).length}
    >
      {!settings.enabled && (
        <p className="row border-b border-line bg-sunk px-4 py-2">
          <Coins className="i" aria-hidden="true" />
          {now.version === 0
            ? 'This channel has no currency yet. Name it, look at what an hour is worth, switch it on and save.'
            : 'The currency is off: nothing is paid and nothing costs anything. Balances are kept.'}
        </p>
      )}
      <div className="currency">
        <div className="grid content-start gap-4">
          <Naming {...part} />
          <PayoutSentence {...part} />
          <BonusTable {...part} />
          <EventTable {...part} />
          <Limits {...part} />
          <ResetAll />
        </div>
        <Worth settings={settings} saved={now.value} next={now.next} />
      </div>
    </SettingFrame>
  );
}

const NAMES = [
  ['one', 'One of it', 'flint', 30],
  ['many', 'Several of it', 'flint', 30],
  ['mark', 'Mark', '◆', 4],
] as const;

function Naming({ edited, faults }: CurrencyPart) {
  const { settings, base, change } = edited;
  return (
    <section aria-labelledby="naming-title">
      <header className="row mb-1">
        <h2 id="naming-title">Name</h2>
        <label className="row ml-auto">
          <Switch.Root
            className="sw"
            checked={settings.enabled}
            onCheckedChange={(enabled) => {
              change({ enabled });
            }}
          />
          {settings.enabled ? 'On' : 'Off'}
        </label>
      </header>
      <p className="words">
        One is called{' '}
        {NAMES.map(([field, label, example, most]) => (
          <span key={field}>
            <input
              className={`blank !inline-block ${field === 'mark' ? 'm !w-12 text-center' : '!w-28'} ${settings[field] === base[field] ? '' : 'draft'}`}
              aria-label={label}
              aria-invalid={faults[field] !== undefined}
              placeholder={example}
              maxLength={most}
              value={settings[field]}
              autoComplete="off"
              spellCheck={false}
              onChange={({ target }) => {
                change({ [field]: target.value });
              }}
            />
            {field === 'one' ? ', several ' : field === 'many' ? ', and its mark is ' : '.'}
          </span>
        ))}
      </p>
      <Fault>{faults.one ?? faults.many ?? faults.mark}</Fault>
      <p className="s2 text-soft">
        Every text, table and message uses this name; it is given nowhere else. Commands that show balances
        and give to others are made in one go from “Currency commands” under{' '}
        <Link className="underline" to="/prepare/bundles">
          Bundles
        </Link>
        .
      </p>
    </section>
  );
}
