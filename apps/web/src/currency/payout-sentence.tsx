import { Choice, Fault, NumberBlank, Tick } from '../ui/index.js';
import type { CurrencyPart } from './part.js';

const SEVERAL = [
  { value: 'best', label: 'only the best of their bonuses' },
  { value: 'all', label: 'all of their bonuses together' },
] as const;

/** How often and how much is paid to whoever is present. */
export function PayoutSentence({ edited, faults }: CurrencyPart) {
  const { settings, base, change } = edited;
  const { payout, severalRoles } = settings;
  const blank = (field: keyof typeof payout, label: string) => (
    <NumberBlank
      label={label}
      value={payout[field]}
      before={base.payout[field]}
      wrong={faults[`payout.${field}`]}
      onChange={(value) => {
        change({ payout: { ...payout, [field]: value } });
      }}
    />
  );
  return (
    <section aria-labelledby="payout-title">
      <h2 id="payout-title">Payout</h2>
      <p className="words">
        Every {blank('every', 'Minutes between payouts')} min, each viewer in the room gets{' '}
        {blank('live', 'Payout while live')} {settings.many} while live and{' '}
        {blank('offline', 'Payout while offline')} while offline. With several roles they get{' '}
        <Choice
          label="Bonuses of several roles"
          value={severalRoles}
          options={SEVERAL}
          draft={severalRoles !== base.severalRoles}
          onChange={(next) => {
            change({ severalRoles: next });
          }}
        />
        .
      </p>
      <Tick
        label="Time in the room counts as watch time while offline too"
        checked={settings.watchOffline}
        onChange={(on) => {
          change({ watchOffline: on });
        }}
      />
      <Fault>{faults['payout.every'] ?? faults['payout.live'] ?? faults['payout.offline']}</Fault>
    </section>
  );
}
