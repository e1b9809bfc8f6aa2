import type { NamedViewer } from '@gully/core/viewers';
import { DurationField, Fault, NumberBlank, Opens, Tick, ViewerNames, WholeNumber } from '../ui/index.js';
import type { CurrencyPart } from './part.js';

const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

/** Who counts as a regular, giving to each other, and who is left out. */
export function Limits(part: CurrencyPart) {
  return (
    <>
      <Regulars {...part} />
      <Sharing {...part} />
      <LeftOut {...part} />
    </>
  );
}

function Regulars({ edited, faults }: CurrencyPart) {
  const { settings, base, change } = edited;
  const { regular } = settings;
  const set = (next: Partial<typeof regular>): void => {
    change({ regular: { ...regular, ...next } });
  };
  return (
    <section aria-labelledby="regulars-title">
      <h2 id="regulars-title">Regulars</h2>
      <p className="words">
        A viewer is a regular after{' '}
        <WholeNumber
          label="Hours that make a regular"
          value={regular.hours}
          empty="never"
          wrong={faults['regular.hours'] !== undefined}
          onChange={(hours) => {
            set({ hours });
          }}
        />{' '}
        hours of watching, or once they have earned{' '}
        <WholeNumber
          label="Units that make a regular"
          value={regular.earned}
          empty="never"
          wrong={faults['regular.earned'] !== undefined}
          onChange={(earned) => {
            set({ earned });
          }}
        />{' '}
        {settings.many}. Always:{' '}
        <Named
          label="Regulars by hand"
          nobody="nobody by hand"
          named={regular.always}
          draft={!same(regular.always, base.regular.always)}
          onChange={(always) => {
            set({ always });
          }}
        />
      </p>
      <Fault>{faults['regular.hours'] ?? faults['regular.earned'] ?? faults['regular.always']}</Fault>
    </section>
  );
}

function Sharing({ edited, faults }: CurrencyPart) {
  const { settings, base, change } = edited;
  const { sharing } = settings;
  const set = (next: Partial<typeof sharing>): void => {
    change({ sharing: { ...sharing, ...next } });
  };
  const fault = ['least', 'most', 'fee', 'cooldown', 'watched']
    .map((field) => faults[`sharing.${field}`])
    .find((words) => words !== undefined);
  return (
    <section aria-labelledby="sharing-title">
      <h2 id="sharing-title">Giving to each other</h2>
      <Tick
        label={`Viewers may give ${settings.many} to each other`}
        checked={sharing.enabled}
        onChange={(enabled) => {
          set({ enabled });
        }}
      />
      {sharing.enabled && (
        <p className="words">
          From{' '}
          <NumberBlank
            label="Least that may be given"
            value={sharing.least}
            before={base.sharing.least}
            wrong={faults['sharing.least']}
            onChange={(least) => {
              set({ least });
            }}
          />{' '}
          to{' '}
          <WholeNumber
            label="Most that may be given"
            value={sharing.most}
            empty="no limit"
            wrong={faults['sharing.most'] !== undefined}
            onChange={(most) => {
              set({ most });
            }}
          />{' '}
          {settings.many} at once, every{' '}
          <DurationField
            label="Time between two gifts"
            value={sharing.cooldown}
            unit="s"
            draft={sharing.cooldown !== base.sharing.cooldown}
            wrong={faults['sharing.cooldown'] !== undefined}
            onChange={(cooldown) => {
              set({ cooldown: cooldown ?? 0 });
            }}
          />
          , after{' '}
          <NumberBlank
            label="Minutes of watching before the first gift"
            value={sharing.watched}
            before={base.sharing.watched}
            wrong={faults['sharing.watched']}
            onChange={(watched) => {
              set({ watched });
            }}
          />{' '}
          min of watching;{' '}
          <NumberBlank
            label="Fee in percent"
            value={sharing.fee}
            unit="%"
            before={base.sharing.fee}
            wrong={faults['sharing.fee']}
            onChange={(fee) => {
              set({ fee });
            }}
          />{' '}
          is lost on the way.
        </p>
      )}
      <Fault>{fault}</Fault>
    </section>
  );
}

function LeftOut({ edited, faults }: CurrencyPart) {
  const { settings, base, change } = edited;
  return (
    <section aria-labelledby="limits-title">
      <h2 id="limits-title">Limits</h2>
      <p className="words">
        Payouts and events fill a balance up to{' '}
        <WholeNumber
          label="Most a balance is filled to"
          value={settings.cap}
          empty="no limit"
          wrong={faults.cap !== undefined}
          onChange={(cap) => {
            change({ cap });
          }}
        />{' '}
        {settings.many}. Bots, ignored viewers and the streamer earn nothing, nor does{' '}
        <Named
          label="Viewers who earn nothing"
          nobody="anybody else by name"
          named={settings.never}
          draft={!same(settings.never, base.never)}
          onChange={(never) => {
            change({ never });
          }}
        />
        .
      </p>
      <Fault>{faults.cap ?? faults.never}</Fault>
    </section>
  );
}

interface NamedProps {
  readonly label: string;
  readonly nobody: string;
  readonly named: readonly NamedViewer[];
  readonly draft: boolean;
  readonly onChange: (named: NamedViewer[]) => void;
}

function Named({ label, nobody, named, draft, onChange }: NamedProps) {
  const shown = named.length === 0 ? nobody : named.map(({ name }) => name).join(', ');
  return (
    <Opens label={label} shown={shown.length > 40 ? `${String(named.length)} viewers` : shown} draft={draft}>
      <div className="w-80">
        <ViewerNames label="Names, separated by spaces" named={named} onChange={onChange} />
      </div>
    </Opens>
  );
}
