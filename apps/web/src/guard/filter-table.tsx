import { Switch } from 'radix-ui';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { Choice, Fault, Opens } from '../ui/index.js';
import { Domains } from './domains.js';
import { SENTENCES } from './filter-sentences.js';
import { NumberBlank } from '../ui/index.js';
import { countsQuery, type FilterTitle } from './queries.js';
import { EXEMPT_CHOICES, fromChoice, toChoice } from './role-choice.js';
import { RuleMore } from './rule-more.js';
import type { EditedGuard, FilterKey } from './use-guard-draft.js';
import { thingsQuery } from '../live/index.js';

interface FilterTableProps {
  readonly titles: readonly FilterTitle[];
  readonly edited: EditedGuard;
  /** what is wrong, by place */
  readonly faults: Readonly<Record<string, string>>;
}

/** All filters: what each catches, whom it leaves alone, and how often it caught. */
export function FilterTable({ titles, edited, faults }: FilterTableProps) {
  const { data: counts } = useQuery(countsQuery);
  return (
    <table className="t filters">
      <thead>
        <tr>
          <th className="!pl-4">On</th>
          <th>Filter</th>
          <th>Allows at most</th>
          <th>Exempt, and up</th>
          <th>More</th>
          <th className="n" title="in the last 30 days">
            Caught
          </th>
          <th className="n !pr-4" title="in the last 30 days">
            Undone
          </th>
        </tr>
      </thead>
      <tbody>
        {titles.map(({ name, title }) => (
          <FilterRow
            key={name}
            name={name}
            title={title}
            edited={edited}
            faults={faults}
            count={counts?.filters.find(({ filter }) => filter === name)}
          />
        ))}
      </tbody>
    </table>
  );
}

interface FilterRowProps {
  readonly name: FilterKey;
  readonly title: string;
  readonly edited: EditedGuard;
  readonly faults: Readonly<Record<string, string>>;
  readonly count: { readonly caught: number; readonly undone: number } | undefined;
}

function FilterRow({ name, title, edited, faults, count }: FilterRowProps) {
  const { settings, base, changeRule } = edited;
  const rule = settings.filters[name];
  const before = base.filters[name];
  const at = `filters.${name}.`;
  const told = Object.entries(faults).filter(([place]) => place.startsWith(at));
  return (
    <tr className={rule.enabled ? '' : 'off'}>
      <td className="!pl-4">
        <Switch.Root
          className="sw"
          aria-label={title}
          checked={rule.enabled}
          onCheckedChange={(enabled) => {
            changeRule(name, { enabled });
          }}
        />
      </td>
      <td className="whitespace-nowrap">
        <b>{title}</b>
        {rule.enabled !== before.enabled && (
          <span className="was ml-1">was {before.enabled ? 'on' : 'off'}</span>
        )}
      </td>
      <td className="!whitespace-normal">
        <Catches name={name} edited={edited} faults={faults} />
        {told.slice(0, 2).map(([place, words]) => (
          <Fault key={place}>{words}</Fault>
        ))}
      </td>
      <td>
        <Choice
          label={`${title}: exempt`}
          value={toChoice(rule.exemptFrom)}
          options={EXEMPT_CHOICES}
          draft={rule.exemptFrom !== before.exemptFrom}
          onChange={(role) => {
            changeRule(name, { exemptFrom: fromChoice(role) });
          }}
        />
      </td>
      <td>
        <RuleMore name={name} title={title} edited={edited} faults={faults} />
      </td>
      <td className="n">{count?.caught ?? 0}</td>
      <td className="n !pr-4">{count?.undone ?? 0}</td>
    </tr>
  );
}

function Catches({ name, edited, faults }: Omit<FilterRowProps, 'title' | 'count'>) {
  const { settings, base, changeRule } = edited;
  const { data: groups = [] } = useQuery(thingsQuery('phrase-group'));
  if (name === 'links') return <LinksSentence edited={edited} faults={faults} />;
  if (name === 'phrases') {
    const on = groups.filter(({ enabled }) => enabled);
    const phrases = on.reduce((sum, { entries }) => sum + entries.length, 0);
    const lists = Object.values(settings.wordLists).filter(({ enabled }) => enabled).length;
    return (
      <span className="words">
        none of{' '}
        <Link className="blank" to="/prepare/phrases">
          {phrases.toLocaleString('en')} {phrases === 1 ? 'phrase' : 'phrases'}
        </Link>{' '}
        and {lists} ready-made {lists === 1 ? 'list' : 'lists'}
      </span>
    );
  }
  const values = settings.filters[name].settings as unknown as Readonly<Record<string, number>>;
  const old = base.filters[name].settings as unknown as Readonly<Record<string, number>>;
  return (
    <span className="words">
      {SENTENCES[name]?.map((piece) =>
        typeof piece === 'string' ? (
          ` ${piece} `
        ) : (
          <NumberBlank
            key={piece.field}
            label={piece.label}
            unit={piece.unit}
            value={values[piece.field] ?? 0}
            before={old[piece.field] ?? 0}
            wrong={faults[`filters.${name}.settings.${piece.field}`]}
            onChange={(value) => {
              changeRule(name, { settings: { ...values, [piece.field]: value } as never });
            }}
          />
        ),
      )}
    </span>
  );
}

function LinksSentence({ edited, faults }: Pick<FilterRowProps, 'edited' | 'faults'>) {
  const { settings, base, changeRule } = edited;
  const links = settings.filters.links.settings;
  const before = base.filters.links.settings;
  const set = (part: Partial<typeof links>): void => {
    changeRule('links', { settings: { ...links, ...part } });
  };
  const domains = (which: 'allowed' | 'blocked') => (
    <Opens
      label={`${which} domains`}
      shown={`${String(links[which].length)} ${which}`}
      draft={JSON.stringify(links[which]) !== JSON.stringify(before[which])}
      wrong={Object.keys(faults).some((place) => place.startsWith(`filters.links.settings.${which}`))}
    >
      <Domains
        which={which}
        domains={links[which]}
        others={links[which === 'allowed' ? 'blocked' : 'allowed']}
        onChange={(next) => {
          set({ [which]: next });
        }}
      />
    </Opens>
  );
  return (
    <span className="words">
      <Choice
        label="Which links"
        value={links.which}
        options={[
          { value: 'any', label: 'no link' },
          { value: 'blocked', label: 'no blocked link' },
        ]}
        draft={links.which !== before.which}
        onChange={(which) => {
          set({ which });
        }}
      />{' '}
      {links.which === 'any' && <>but to {domains('allowed')} </>}
      {links.which === 'any' ? 'domains, never to ' : 'to '}
      {domains('blocked')}
    </span>
  );
}
