import type { FilterRule, Ladder } from '@gully/core/guard';
import type { NamedViewer } from '@gully/core/viewers';
import { whenInWords } from '@gully/core/stream';
import { Choice, DurationField, Opens, Tick, ViewerNames } from '../ui/index.js';
import { RankChoice } from '../currency/index.js';
import { WhenBlank } from '../script/index.js';
import { FURTHER, SENTENCES } from './filter-sentences.js';
import { LadderSteps } from './ladder-steps.js';
import { NumberBlank } from '../ui/index.js';
import type { EditedGuard, FilterKey, Rule } from './use-guard-draft.js';

interface RuleMoreProps {
  readonly name: FilterKey;
  readonly title: string;
  readonly edited: EditedGuard;
  readonly faults: Readonly<Record<string, string>>;
}

/** What of a filter is set less often: whom it leaves alone by name, newcomers, its message, when, its ladder. */
export function RuleMore(props: RuleMoreProps) {
  const { name, title, edited, faults } = props;
  const rule: FilterRule<object> = edited.settings.filters[name];
  const before: FilterRule<object> = edited.base.filters[name];
  const parts = [
    rule.exempt.length > 0 ? `${String(rule.exempt.length)} exempt` : '',
    rule.exemptRank !== '' ? 'a rank exempt' : '',
    rule.newcomers.minutes > 0 ? (rule.newcomers.how === 'only' ? 'newcomers only' : 'newcomers') : '',
    rule.ladder !== null ? 'own ladder' : '',
    rule.message !== '' ? 'message' : '',
    whenInWords(rule.when) === 'at any time' ? '' : 'when',
  ].filter((each) => each !== '');
  const rest = ({
    exempt,
    exemptRank,
    newcomers,
    ladder,
    skipTo,
    message,
    when,
  }: FilterRule<object>): string =>
    JSON.stringify({ exempt, exemptRank, newcomers, ladder, skipTo, message, when });
  return (
    <Opens
      label={`${title}: more`}
      shown={<span className="font-normal">{parts.length === 0 ? 'as usual' : parts.join(', ')}</span>}
      draft={rest(rule) !== rest(before)}
    >
      <div className="grid max-h-[60vh] w-[min(430px,84vw)] gap-3 overflow-y-auto">
        <Further {...props} />
        <ViewerNames
          label="Viewers it leaves alone, by name"
          named={rule.exempt}
          onChange={(exempt: NamedViewer[]) => {
            edited.changeRule(name, { exempt });
          }}
        />
        <p className="row empty:hidden">
          <RankChoice
            label={`${title}: exempt by rank`}
            rank={rule.exemptRank}
            draft={rule.exemptRank !== before.exemptRank}
            none="nobody"
            lead="Ranks it leaves alone:"
            onChange={(exemptRank) => {
              edited.changeRule(name, { exemptRank });
            }}
          />
        </p>
        <Newcomers {...props} />
        <label className="block">
          <span className="s2 block pb-1 text-soft">
            What the viewer is told, behind their name; empty for nothing. At most one every 15 s over all
            filters.
          </span>
          <input
            className="blank"
            value={rule.message}
            placeholder={
              name === 'links' ? 'please ask before you post a link.' : 'a little less of that, please.'
            }
            maxLength={300}
            onChange={({ target }) => {
              edited.changeRule(name, { message: target.value });
            }}
          />
        </label>
        <OwnLadder {...props} />
        <p className="row">
          It looks
          <WhenBlank
            when={rule.when}
            draft={JSON.stringify(rule.when) !== JSON.stringify(before.when)}
            fault={faults[`filters.${name}.when`]}
            onChange={(when) => {
              edited.changeRule(name, { when });
            }}
          />
        </p>
      </div>
    </Opens>
  );
}

function Further({ name, edited, faults }: RuleMoreProps) {
  const further = FURTHER[name];
  if (further === undefined) return null;
  const values = edited.settings.filters[name].settings as unknown as Readonly<Record<string, number>>;
  const old = edited.base.filters[name].settings as unknown as Readonly<Record<string, number>>;
  return (
    <dl className="facts items-center">
      {further.map(({ field, label, unit }) => [
        <dt key={`${field} label`}>{label}</dt>,
        <dd key={field}>
          <NumberBlank
            label={label}
            unit={unit}
            value={values[field] ?? 0}
            before={old[field] ?? 0}
            wrong={faults[`filters.${name}.settings.${field}`]}
            onChange={(value) => {
              edited.changeRule(name, { settings: { ...values, [field]: value } as never });
            }}
          />
        </dd>,
      ])}
    </dl>
  );
}

function Newcomers({ name, title, edited, faults }: RuleMoreProps) {
  const { newcomers, settings }: FilterRule<object> = edited.settings.filters[name];
  const set = (part: Partial<FilterRule<object>['newcomers']>): void => {
    edited.changeRule(name, { newcomers: { ...newcomers, ...part } } as Partial<Rule>);
  };
  const values = newcomers.settings as unknown as Readonly<Record<string, number>>;
  const limits = [...(SENTENCES[name] ?? []), ...(FURTHER[name] ?? [])].filter(
    (each) => typeof each !== 'string',
  );
  const isOn = newcomers.minutes > 0;
  return (
    <div className="grid gap-1.5">
      <Tick
        label="Newcomers are looked at differently"
        checked={isOn}
        onChange={(on) => {
          set(on ? { minutes: 60, settings } : { minutes: 0 });
        }}
      />
      {isOn && (
        <div className="row flex-wrap pl-6">
          first seen less than
          <DurationField
            label={`${title}: newcomer for`}
            value={newcomers.minutes}
            unit="m"
            wrong={faults[`filters.${name}.newcomers.minutes`] !== undefined}
            onChange={(minutes) => {
              set({ minutes: minutes ?? 0 });
            }}
          />
          ago:
          <Choice
            label={`${title}: newcomers`}
            value={newcomers.how}
            options={[
              { value: 'only', label: 'it looks at nobody else' },
              ...(limits.length > 0 ? [{ value: 'stricter' as const, label: 'limits of their own' }] : []),
            ]}
            onChange={(how) => {
              set({ how });
            }}
          />
        </div>
      )}
      {isOn && newcomers.how === 'stricter' && limits.length > 0 && (
        <dl className="facts items-center pl-6">
          {limits.map(({ field, label, unit }) => [
            <dt key={`${field} label`}>{label}</dt>,
            <dd key={field}>
              <NumberBlank
                label={`${label}, newcomers`}
                unit={unit}
                value={values[field] ?? 0}
                before={values[field] ?? 0}
                wrong={faults[`filters.${name}.newcomers.settings.${field}`]}
                onChange={(value) => {
                  set({ settings: { ...values, [field]: value } });
                }}
              />
            </dd>,
          ])}
        </dl>
      )}
    </div>
  );
}

function OwnLadder({ name, title, edited, faults }: RuleMoreProps) {
  const { ladder, skipTo } = edited.settings.filters[name];
  const shared = edited.settings.ladder;
  const steps = (ladder ?? shared).steps.length;
  return (
    <div className="grid gap-1.5">
      <span className="row flex-wrap">
        <Choice
          label={`${title}: ladder`}
          value={ladder === null ? 'shared' : 'own'}
          options={[
            { value: 'shared', label: 'the shared ladder' },
            { value: 'own', label: 'a ladder of its own' },
          ]}
          onChange={(which) => {
            edited.changeRule(name, { ladder: which === 'own' ? shared : null });
          }}
        />
        <Choice
          label={`${title}: begins at step`}
          value={String(skipTo)}
          options={[
            { value: '0', label: 'from its first step' },
            ...Array.from({ length: steps - 1 }, (_, at) => ({
              value: String(at + 2),
              label: `from step ${String(at + 2)} at least`,
            })),
          ]}
          onChange={(step) => {
            edited.changeRule(name, { skipTo: Number(step) });
          }}
        />
      </span>
      {ladder !== null && (
        <LadderSteps
          ladder={ladder}
          before={edited.base.filters[name].ladder ?? ladder}
          at={`filters.${name}.ladder.`}
          faults={faults}
          onChange={(next: Ladder) => {
            edited.changeRule(name, { ladder: next });
          }}
        />
      )}
    </div>
  );
}
